package org.ankerdraft.core.exchange;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.vectors.Xy;

/**
 * A flat pattern as DXF of release 12, which every cutting program reads: contours as closed
 * polylines with bulges or as circles, each kind on a layer of its own; mm.
 */
public final class DxfFile {
  /** Layers, in the order of the file, with their colour numbers. */
  public enum Layer {
    OUTLINE(7),
    INNER(5),
    BEND_UP(3),
    BEND_DOWN(1),
    MARKS(8);

    private final int colour;

    Layer(int colour) {
      this.colour = colour;
    }
  }

  private static final double TEXT_MM = 3;

  private final StringBuilder out = new StringBuilder();

  private DxfFile() {}

  public static byte[] write(FlatPattern flat) {
    return new DxfFile().text(flat).getBytes(StandardCharsets.US_ASCII);
  }

  private String text(FlatPattern flat) {
    header(flat);
    tables();
    put(0, "SECTION");
    put(2, "ENTITIES");
    contour(flat.outline(), Layer.OUTLINE);
    flat.strayContours().forEach(c -> contour(c, Layer.OUTLINE));
    flat.holes().forEach(c -> contour(c, Layer.INNER));
    flat.bends().forEach(this::bend);
    put(0, "ENDSEC");
    put(0, "EOF");
    return out.toString();
  }

  private void header(FlatPattern flat) {
    put(0, "SECTION");
    put(2, "HEADER");
    put(9, "$ACADVER");
    put(1, "AC1009");
    put(9, "$INSUNITS");
    put(70, "4");
    put(9, "$EXTMIN");
    point(Xy.ZERO, 10);
    put(9, "$EXTMAX");
    point(new Xy(flat.widthMm(), flat.heightMm()), 10);
    put(0, "ENDSEC");
  }

  private void tables() {
    put(0, "SECTION");
    put(2, "TABLES");
    put(0, "TABLE");
    put(2, "LTYPE");
    put(70, "2");
    lineType("CONTINUOUS", "solid", List.of());
    lineType("DASHED", "dashed", List.of(4.0, -1.5));
    put(0, "ENDTAB");
    put(0, "TABLE");
    put(2, "LAYER");
    put(70, Integer.toString(Layer.values().length));
    for (Layer layer : Layer.values()) {
      put(0, "LAYER");
      put(2, layer.name());
      put(70, "0");
      put(62, Integer.toString(layer.colour));
      put(6, layer == Layer.BEND_UP || layer == Layer.BEND_DOWN ? "DASHED" : "CONTINUOUS");
    }
    put(0, "ENDTAB");
    put(0, "ENDSEC");
  }

  private void lineType(String name, String description, List<Double> dashes) {
    put(0, "LTYPE");
    put(2, name);
    put(70, "0");
    put(3, description);
    put(72, "65");
    put(73, Integer.toString(dashes.size()));
    put(40, number(dashes.stream().mapToDouble(Math::abs).sum()));
    dashes.forEach(d -> put(49, number(d)));
  }

  private void contour(Contour c, Layer layer) {
    if (c.curves().size() == 1
        && c.curves().getFirst() instanceof PlaneCurve.Arc arc
        && arc.isFull()) {
      put(0, "CIRCLE");
      put(8, layer.name());
      point(arc.centre(), 10);
      put(40, number(arc.radius()));
      return;
    }
    put(0, "POLYLINE");
    put(8, layer.name());
    put(66, "1");
    point(Xy.ZERO, 10);
    put(70, "1");
    for (PlaneCurve curve : c.curves()) {
      switch (curve) {
        case PlaneCurve.Line l -> vertex(l.start(), 0, layer);
        case PlaneCurve.Arc a -> vertex(a.start(), Math.tan(a.sweepRad() / 4), layer);
        case PlaneCurve.Path p ->
            p.through().subList(0, p.through().size() - 1).forEach(q -> vertex(q, 0, layer));
      }
    }
    put(0, "SEQEND");
    put(8, layer.name());
  }

  private void vertex(Xy p, double bulge, Layer layer) {
    put(0, "VERTEX");
    put(8, layer.name());
    point(p, 10);
    if (bulge != 0) {
      put(42, number(bulge));
    }
  }

  private void bend(FlatBend b) {
    Layer layer = b.isUp() ? Layer.BEND_UP : Layer.BEND_DOWN;
    for (FlatBend.Segment s : b.lines()) {
      put(0, "LINE");
      put(8, layer.name());
      point(s.from(), 10);
      point(s.to(), 11);
    }
    if (!b.lines().isEmpty()) {
      put(0, "TEXT");
      put(8, Layer.MARKS.name());
      point(b.lines().getFirst().from(), 10);
      put(40, number(TEXT_MM));
      put(1, b.inWords(LengthUnit.MM).replace("°", "%%d"));
      put(50, number(Math.toDegrees(Math.atan2(b.along().y(), b.along().x()))));
    }
  }

  private void point(Xy p, int code) {
    put(code, number(p.x()));
    put(code + 10, number(p.y()));
    put(code + 20, "0.0");
  }

  private static String number(double v) {
    return String.format(Locale.ROOT, "%.9f", v);
  }

  private void put(int code, String value) {
    out.append(String.format(Locale.ROOT, "%3d", code)).append('\n').append(value).append('\n');
  }
}
