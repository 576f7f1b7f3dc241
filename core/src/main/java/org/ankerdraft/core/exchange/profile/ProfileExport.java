package org.ankerdraft.core.exchange.profile;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Figures;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;

/** The curves of a sketch as files, in the sketch's own plane, at 1:1. */
public final class ProfileExport {
  private static final int SVG_STEPS = 64;
  private static final double MARGIN_MM = 5;

  private final List<Curve2> real = new ArrayList<>();
  private final List<Curve2> construction = new ArrayList<>();

  /**
   * @param curves as the constraints hold them
   */
  public ProfileExport(List<SketchCurve> curves, Evaluator values)
      throws ExpressionException, SketchProblem {
    Figures figures = new Figures(values, Tolerance.MODEL, name -> 0);
    for (SketchCurve c : curves) {
      (c.construction() ? construction : real).addAll(figures.of(c));
    }
  }

  public byte[] dxf() {
    return DxfWriter.write(real, construction);
  }

  /** Lines and circular arcs exactly, ellipses and splines as fine polylines; y up. */
  public byte[] svg() {
    double[] box = {Double.MAX_VALUE, Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
    for (Curve2 c : real) {
      for (int i = 0; i <= SVG_STEPS; i++) {
        Xy p = c.at((double) i / SVG_STEPS);
        box[0] = Math.min(box[0], p.x() - MARGIN_MM);
        box[1] = Math.min(box[1], p.y() - MARGIN_MM);
        box[2] = Math.max(box[2], p.x() + MARGIN_MM);
        box[3] = Math.max(box[3], p.y() + MARGIN_MM);
      }
    }
    double w = Math.max(1, box[2] - box[0]);
    double h = Math.max(1, box[3] - box[1]);
    StringBuilder out = new StringBuilder();
    out.append("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n")
        .append(
            String.format(
                Locale.ROOT,
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%smm\" height=\"%smm\" viewBox=\"%s %s %s %s\">%n",
                number(w),
                number(h),
                number(box[0]),
                number(-box[3]),
                number(w),
                number(h)))
        .append("<g fill=\"none\" stroke=\"#15243B\" stroke-width=\"0.25\">\n");
    real.forEach(c -> out.append("<path d=\"").append(path(c)).append("\"/>\n"));
    return out.append("</g>\n</svg>\n").toString().getBytes(StandardCharsets.UTF_8);
  }

  private static String path(Curve2 c) {
    return switch (c) {
      case Curve2.Line l -> "M" + point(l.start()) + " L" + point(l.end());
      case Curve2.Arc a -> "M" + point(a.start()) + " " + arcTo(a.centre(), a.start(), a.end(), a);
      case Curve2.Circle k -> {
        Xy left = k.centre().minus(new Xy(k.radius(), 0));
        Xy right = k.centre().plus(new Xy(k.radius(), 0));
        String r = "A" + number(k.radius()) + " " + number(k.radius()) + " 0 0 0 ";
        yield "M" + point(right) + " " + r + point(left) + " " + r + point(right) + " Z";
      }
      case Curve2.Ellipse _, Curve2.Spline _ -> {
        StringBuilder out = new StringBuilder("M" + point(c.at(0)));
        for (int i = 1; i <= SVG_STEPS; i++) {
          out.append(" L").append(point(c.at((double) i / SVG_STEPS)));
        }
        yield out.toString();
      }
    };
  }

  private static String arcTo(Xy centre, Xy from, Xy to, Curve2.Arc a) {
    double r = centre.distance(from);
    // Seen with y down, what turns left turns right.
    return "A"
        + number(r)
        + " "
        + number(r)
        + " 0 "
        + (Math.abs(a.turn()) > Math.PI ? 1 : 0)
        + " "
        + (a.isClockwise() ? 1 : 0)
        + " "
        + point(to);
  }

  private static String point(Xy p) {
    return number(p.x()) + " " + number(-p.y());
  }

  private static String number(double v) {
    return String.format(Locale.ROOT, "%.6f", v);
  }
}
