package org.ankerdraft.core.exchange;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.sheet.FlatDrawing;
import org.ankerdraft.core.sheet.FlatDrawing.Stroke;
import org.ankerdraft.core.sheet.FlatDrawing.Style;
import org.ankerdraft.core.sheet.FlatDrawing.Text;
import org.ankerdraft.vectors.Xy;

/** A drawing of a flat pattern as SVG at 1:1. */
public final class SvgFile {
  private final FlatDrawing drawing;
  private final StringBuilder out = new StringBuilder();

  private SvgFile(FlatDrawing drawing) {
    this.drawing = drawing;
  }

  public static byte[] write(FlatDrawing drawing) {
    return new SvgFile(drawing).text().getBytes(StandardCharsets.UTF_8);
  }

  private String text() {
    String size = number(drawing.widthMm()) + "\" height=\"" + number(drawing.heightMm());
    out.append(
            "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\"")
        .append(" width=\"")
        .append(size.replace("\" height", "mm\" height"))
        .append("mm\" viewBox=\"0 0 ")
        .append(number(drawing.widthMm()))
        .append(' ')
        .append(number(drawing.heightMm()))
        .append("\">\n<g fill=\"none\" stroke=\"#15243B\">\n");
    for (Style style : Style.values()) {
      group(style);
    }
    out.append("</g>\n<g fill=\"#15243B\" font-family=\"Lato, sans-serif\">\n");
    drawing.texts().forEach(this::text);
    return out.append("</g>\n</svg>\n").toString();
  }

  private void group(Style style) {
    out.append("<g class=\"")
        .append(style.name().toLowerCase(Locale.ROOT).replace('_', '-'))
        .append("\" stroke-width=\"")
        .append(number(style.widthMm()));
    if (style.dashesMm().length > 0) {
      out.append("\" stroke-dasharray=\"")
          .append(
              Arrays.stream(style.dashesMm())
                  .mapToObj(SvgFile::number)
                  .collect(Collectors.joining(" ")));
    }
    out.append("\">\n");
    drawing.strokes().stream().filter(s -> s.style() == style).forEach(this::stroke);
    out.append("</g>\n");
  }

  private void stroke(Stroke s) {
    if (s.curves().size() == 1
        && s.curves().getFirst() instanceof PlaneCurve.Arc arc
        && arc.isFull()) {
      out.append("<circle cx=\"")
          .append(number(arc.centre().x()))
          .append("\" cy=\"")
          .append(number(drawing.heightMm() - arc.centre().y()))
          .append("\" r=\"")
          .append(number(arc.radius()))
          .append("\"/>\n");
      return;
    }
    out.append("<path d=\"M ").append(point(s.curves().getFirst().start()));
    for (PlaneCurve c : s.curves()) {
      switch (c) {
        case PlaneCurve.Line l -> out.append(" L ").append(point(l.end()));
        case PlaneCurve.Arc a ->
            out.append(
                String.format(
                    Locale.ROOT,
                    " A %s %s 0 %d %d %s",
                    number(a.radius()),
                    number(a.radius()),
                    Math.abs(a.sweepRad()) > Math.PI ? 1 : 0,
                    a.sweepRad() > 0 ? 0 : 1,
                    point(a.end())));
        case PlaneCurve.Path p ->
            p.through()
                .subList(1, p.through().size())
                .forEach(q -> out.append(" L ").append(point(q)));
      }
    }
    out.append(s.closed() ? " Z\"/>\n" : "\"/>\n");
  }

  private void text(Text t) {
    out.append("<text font-size=\"")
        .append(number(t.sizeMm()))
        .append("\" text-anchor=\"")
        .append(t.anchor().name().toLowerCase(Locale.ROOT))
        .append("\" transform=\"translate(")
        .append(point(t.at()))
        .append(") rotate(")
        .append(number(-Math.toDegrees(t.turnRad())))
        .append(")\">")
        .append(t.text().replace("&", "&amp;").replace("<", "&lt;"))
        .append("</text>\n");
  }

  private String point(Xy p) {
    return number(p.x()) + " " + number(drawing.heightMm() - p.y());
  }

  private static String number(double v) {
    return String.format(Locale.ROOT, "%.6f", v).replaceFirst("\\.?0+$", "");
  }
}
