package org.ankerdraft.core.exchange.profile;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;

/**
 * A profile as DXF of release 2000, which knows ellipses and splines: each curve as it is, mm.
 * Construction curves lie on a layer of their own.
 */
final class DxfWriter {
  private static final String PROFILE = "PROFILE";
  private static final String CONSTRUCTION = "CONSTRUCTION";

  private final StringBuilder out = new StringBuilder();
  private int handle = 0x20;

  static byte[] write(List<Curve2> curves, List<Curve2> construction) {
    return new DxfWriter().text(curves, construction).getBytes(StandardCharsets.US_ASCII);
  }

  private String text(List<Curve2> curves, List<Curve2> construction) {
    section("HEADER");
    put(9, "$ACADVER", 1, "AC1015", 9, "$HANDSEED", 5, "FFFFF", 9, "$INSUNITS", 70, "4");
    put(0, "ENDSEC");
    section("TABLES");
    table("VPORT", 0);
    table("LTYPE", 3);
    for (String name : List.of("ByBlock", "ByLayer", "Continuous")) {
      record("LTYPE", "AcDbLinetypeTableRecord", name);
      put(3, "", 72, "65", 73, "0", 40, "0.0");
    }
    put(0, "ENDTAB");
    table("LAYER", 3);
    layer("0", 7);
    layer(PROFILE, 7);
    layer(CONSTRUCTION, 8);
    put(0, "ENDTAB");
    table("STYLE", 1);
    record("STYLE", "AcDbTextStyleTableRecord", "Standard");
    put(40, "0.0", 41, "1.0", 50, "0.0", 71, "0", 42, "2.5", 3, "txt", 4, "");
    put(0, "ENDTAB");
    table("VIEW", 0);
    table("UCS", 0);
    table("APPID", 1);
    record("APPID", "AcDbRegAppTableRecord", "ACAD");
    put(0, "ENDTAB");
    table("DIMSTYLE", 0);
    blockRecords();
    put(0, "ENDSEC");
    section("BLOCKS");
    block("*Model_Space", "10");
    block("*Paper_Space", "11");
    put(0, "ENDSEC");
    section("ENTITIES");
    curves.forEach(c -> curve(c, PROFILE));
    construction.forEach(c -> curve(c, CONSTRUCTION));
    put(0, "ENDSEC");
    section("OBJECTS");
    put(0, "DICTIONARY", 5, "C", 330, "0", 100, "AcDbDictionary", 3, "ACAD_GROUP", 350, "D");
    put(0, "DICTIONARY", 5, "D", 330, "C", 100, "AcDbDictionary");
    put(0, "ENDSEC", 0, "EOF");
    return out.toString();
  }

  private void section(String name) {
    put(0, "SECTION", 2, name);
  }

  private void table(String name, int entries) {
    put(0, "TABLE", 2, name, 5, next(), 330, "0", 100, "AcDbSymbolTable", 70, "" + entries);
    if (name.equals("DIMSTYLE")) {
      put(100, "AcDbDimStyleTable");
    }
    if (entries == 0) {
      put(0, "ENDTAB");
    }
  }

  private void record(String kind, String type, String name) {
    put(0, kind, 5, next(), 100, "AcDbSymbolTableRecord", 100, type, 2, name, 70, "0");
  }

  private void layer(String name, int colour) {
    record("LAYER", "AcDbLayerTableRecord", name);
    put(62, "" + colour, 6, "Continuous");
  }

  private void blockRecords() {
    put(0, "TABLE", 2, "BLOCK_RECORD", 5, next(), 330, "0", 100, "AcDbSymbolTable", 70, "2");
    for (String[] r : new String[][] {{"*Model_Space", "10"}, {"*Paper_Space", "11"}}) {
      put(0, "BLOCK_RECORD", 5, r[1], 100, "AcDbSymbolTableRecord");
      put(100, "AcDbBlockTableRecord", 2, r[0]);
    }
    put(0, "ENDTAB");
  }

  private void block(String name, String owner) {
    put(0, "BLOCK", 5, next(), 330, owner, 100, "AcDbEntity", 8, "0", 100, "AcDbBlockBegin");
    put(2, name, 70, "0");
    point(Xy.ZERO, 10);
    put(3, name, 1, "");
    put(0, "ENDBLK", 5, next(), 330, owner, 100, "AcDbEntity", 8, "0", 100, "AcDbBlockEnd");
  }

  private void entity(String kind, String layer, String type) {
    put(0, kind, 5, next(), 330, "10", 100, "AcDbEntity", 8, layer, 100, type);
  }

  private void curve(Curve2 curve, String layer) {
    switch (curve) {
      case Curve2.Line l -> {
        entity("LINE", layer, "AcDbLine");
        point(l.start(), 10);
        point(l.end(), 11);
      }
      case Curve2.Circle k -> {
        entity("CIRCLE", layer, "AcDbCircle");
        point(k.centre(), 10);
        put(40, number(k.radius()));
      }
      case Curve2.Arc a -> {
        Curve2.Arc left = a.isClockwise() ? a.reversed() : a;
        entity("ARC", layer, "AcDbCircle");
        point(left.centre(), 10);
        put(40, number(left.centre().distance(left.start())), 100, "AcDbArc");
        put(50, degrees(left.start().minus(left.centre())));
        put(51, degrees(left.end().minus(left.centre())));
      }
      case Curve2.Ellipse e -> {
        double from = Math.min(e.from(), e.from() + e.sweep());
        entity("ELLIPSE", layer, "AcDbEllipse");
        point(e.centre(), 10);
        point(e.major(), 11);
        put(210, "0.0", 220, "0.0", 230, "1.0");
        put(40, number(e.minor() / e.major().length()));
        put(41, number(e.isClosed() ? 0 : from));
        put(42, number(e.isClosed() ? 2 * Math.PI : from + Math.abs(e.sweep())));
      }
      case Curve2.Spline s -> spline(s.shape(), layer);
    }
  }

  /** One that runs round is written as an open one that ends where it begins: all read that. */
  private void spline(BSpline spline, String layer) {
    BSpline s = spline.opened();
    int n = s.points().size();
    int knots = n + s.degree() + 1;
    entity("SPLINE", layer, "AcDbSpline");
    put(70, spline.closed() ? "9" : "8", 71, "" + s.degree(), 72, "" + knots, 73, "" + n, 74, "0");
    for (int i = 0; i < knots; i++) {
      put(40, number(Math.clamp(i - s.degree(), 0, s.pieces())));
    }
    for (int i = 0; i < n; i++) {
      point(s.points().get(i), 10);
    }
  }

  private static String degrees(Xy way) {
    double d = Math.toDegrees(Math.atan2(way.y(), way.x()));
    return number(d < 0 ? d + 360 : d);
  }

  private String next() {
    return Integer.toHexString(handle++).toUpperCase(Locale.ROOT);
  }

  private void point(Xy p, int code) {
    put(code, number(p.x()), code + 10, number(p.y()), code + 20, "0.0");
  }

  private static String number(double v) {
    return String.format(Locale.ROOT, "%.12f", v);
  }

  /** Codes and values in turn. */
  private void put(Object... pairs) {
    for (int i = 0; i < pairs.length; i += 2) {
      out.append(String.format(Locale.ROOT, "%3d", (int) pairs[i]))
          .append('\n')
          .append(pairs[i + 1])
          .append('\n');
    }
  }
}
