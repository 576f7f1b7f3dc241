package org.ankerdraft.app;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.ankerdraft.app.CardField.Measure;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.step.Step;

/** The fields of a sketch: its plane, then each curve with its numbers. */
final class SketchFields {
  private SketchFields() {}

  static List<CardField> of(Step.Sketch s) {
    List<CardField> fields =
        new ArrayList<>(
            StepFields.plane(
                "Plane",
                s.plane(),
                p -> new Step.Sketch(s.id(), s.label(), s.skipped(), p, s.curves())));
    for (int i = 0; i < s.curves().size(); i++) {
      int n = i;
      SketchCurve curve = s.curves().get(i);
      fields.add(
          new CardField.Heading(title(curve, i), v -> with(s, StepFields.without(s.curves(), n))));
      fields.addAll(curve(curve, c -> with(s, StepFields.replaced(s.curves(), n, c))));
    }
    fields.add(
        new CardField.Additions(
            "Add",
            List.of(
                new CardField.Addition(
                    "Rectangle",
                    add(
                        s,
                        new SketchCurve.Rectangle(
                            free(s, "r"), Point2.ORIGIN, null, mm(40), mm(30), null, false))),
                new CardField.Addition(
                    "Circle",
                    add(s, new SketchCurve.Circle(free(s, "k"), Point2.ORIGIN, mm(20), false))),
                new CardField.Addition(
                    "Polygon",
                    add(
                        s,
                        new SketchCurve.Polygon(
                            free(s, "p"),
                            Point2.ORIGIN,
                            new Expr("6"),
                            null,
                            mm(30),
                            null,
                            false))),
                new CardField.Addition(
                    "Line",
                    add(
                        s,
                        new SketchCurve.Line(
                            free(s, "l"), Point2.ORIGIN, new Point2(mm(20), mm(0)), false))),
                new CardField.Addition(
                    "Arc",
                    add(
                        s,
                        new SketchCurve.Arc(
                            free(s, "a"),
                            Point2.ORIGIN,
                            new Point2(mm(20), mm(0)),
                            new Point2(mm(10), mm(10)),
                            null,
                            false,
                            false))))));
    return fields;
  }

  private static Expr mm(int v) {
    return new Expr(v + " mm");
  }

  private static String free(Step.Sketch s, String letter) {
    int n = 1;
    while (true) {
      String name = letter + n;
      if (s.curves().stream().noneMatch(c -> name.equals(c.name()))) {
        return name;
      }
      n++;
    }
  }

  private static Step with(Step.Sketch s, List<SketchCurve> curves) {
    return new Step.Sketch(s.id(), s.label(), s.skipped(), s.plane(), curves);
  }

  private static Step add(Step.Sketch s, SketchCurve curve) {
    return with(s, StepFields.added(s.curves(), curve));
  }

  private static String title(SketchCurve c, int i) {
    String kind =
        switch (c) {
          case SketchCurve.Line _ -> "Line";
          case SketchCurve.Arc _ -> "Arc";
          case SketchCurve.Circle _ -> "Circle";
          case SketchCurve.Rectangle _ -> "Rectangle";
          case SketchCurve.Polygon _ -> "Polygon";
        };
    return kind + " " + (c.name() == null ? "c" + (i + 1) : c.name());
  }

  private static CardField length(
      String label, Expr value, boolean optional, Function<Expr, Step> with) {
    return new CardField.NumberField(label, Measure.LENGTH, value, optional, with);
  }

  private static List<CardField> point(String label, Point2 given, Function<Point2, Step> with) {
    Point2 p = given == null ? Point2.ORIGIN : given;
    return List.of(
        length(label + " x", p.x(), false, v -> with.apply(new Point2(v, p.y()))),
        length(label + " y", p.y(), false, v -> with.apply(new Point2(p.x(), v))));
  }

  private static List<CardField> curve(SketchCurve curve, Function<SketchCurve, Step> with) {
    List<CardField> f = new ArrayList<>();
    switch (curve) {
      case SketchCurve.Line l -> {
        f.addAll(
            point(
                "From",
                l.from(),
                p -> with.apply(new SketchCurve.Line(l.name(), p, l.to(), l.construction()))));
        f.addAll(
            point(
                "To",
                l.to(),
                p -> with.apply(new SketchCurve.Line(l.name(), l.from(), p, l.construction()))));
      }
      case SketchCurve.Arc a -> {
        f.addAll(
            point(
                "From",
                a.from(),
                p ->
                    with.apply(
                        new SketchCurve.Arc(
                            a.name(),
                            p,
                            a.to(),
                            a.through(),
                            a.centre(),
                            a.clockwise(),
                            a.construction()))));
        if (a.through() != null) {
          f.addAll(
              point(
                  "Through",
                  a.through(),
                  p ->
                      with.apply(
                          new SketchCurve.Arc(
                              a.name(),
                              a.from(),
                              a.to(),
                              p,
                              a.centre(),
                              a.clockwise(),
                              a.construction()))));
        } else {
          f.addAll(
              point(
                  "Centre",
                  a.centre(),
                  p ->
                      with.apply(
                          new SketchCurve.Arc(
                              a.name(),
                              a.from(),
                              a.to(),
                              null,
                              p,
                              a.clockwise(),
                              a.construction()))));
        }
        f.addAll(
            point(
                "To",
                a.to(),
                p ->
                    with.apply(
                        new SketchCurve.Arc(
                            a.name(),
                            a.from(),
                            p,
                            a.through(),
                            a.centre(),
                            a.clockwise(),
                            a.construction()))));
      }
      case SketchCurve.Circle c -> {
        f.add(
            length(
                "Diameter",
                c.diameter(),
                false,
                v ->
                    with.apply(new SketchCurve.Circle(c.name(), c.centre(), v, c.construction()))));
        f.addAll(
            point(
                "Centre",
                c.centre(),
                p ->
                    with.apply(
                        new SketchCurve.Circle(c.name(), p, c.diameter(), c.construction()))));
      }
      case SketchCurve.Rectangle r -> {
        f.add(
            length(
                "Width",
                r.width(),
                false,
                v ->
                    with.apply(
                        new SketchCurve.Rectangle(
                            r.name(),
                            r.centre(),
                            r.corner(),
                            v,
                            r.height(),
                            r.rounding(),
                            r.construction()))));
        f.add(
            length(
                "Height",
                r.height(),
                false,
                v ->
                    with.apply(
                        new SketchCurve.Rectangle(
                            r.name(),
                            r.centre(),
                            r.corner(),
                            r.width(),
                            v,
                            r.rounding(),
                            r.construction()))));
        f.add(
            length(
                "Corner radius",
                r.rounding(),
                true,
                v ->
                    with.apply(
                        new SketchCurve.Rectangle(
                            r.name(),
                            r.centre(),
                            r.corner(),
                            r.width(),
                            r.height(),
                            v,
                            r.construction()))));
        if (r.corner() != null) {
          f.addAll(
              point(
                  "Corner",
                  r.corner(),
                  p ->
                      with.apply(
                          new SketchCurve.Rectangle(
                              r.name(),
                              null,
                              p,
                              r.width(),
                              r.height(),
                              r.rounding(),
                              r.construction()))));
        } else {
          f.addAll(
              point(
                  "Centre",
                  r.centre(),
                  p ->
                      with.apply(
                          new SketchCurve.Rectangle(
                              r.name(),
                              p,
                              null,
                              r.width(),
                              r.height(),
                              r.rounding(),
                              r.construction()))));
        }
      }
      case SketchCurve.Polygon p -> {
        f.add(
            new CardField.NumberField(
                "Sides",
                Measure.NUMBER,
                p.sides(),
                false,
                v ->
                    with.apply(
                        new SketchCurve.Polygon(
                            p.name(),
                            p.centre(),
                            v,
                            p.side(),
                            p.diameter(),
                            p.turn(),
                            p.construction()))));
        if (p.diameter() != null) {
          f.add(
              length(
                  "Across corners",
                  p.diameter(),
                  false,
                  v ->
                      with.apply(
                          new SketchCurve.Polygon(
                              p.name(),
                              p.centre(),
                              p.sides(),
                              null,
                              v,
                              p.turn(),
                              p.construction()))));
        } else {
          f.add(
              length(
                  "Side",
                  p.side(),
                  false,
                  v ->
                      with.apply(
                          new SketchCurve.Polygon(
                              p.name(),
                              p.centre(),
                              p.sides(),
                              v,
                              null,
                              p.turn(),
                              p.construction()))));
        }
        f.add(
            new CardField.NumberField(
                "Turn",
                Measure.ANGLE,
                p.turn(),
                true,
                v ->
                    with.apply(
                        new SketchCurve.Polygon(
                            p.name(),
                            p.centre(),
                            p.sides(),
                            p.side(),
                            p.diameter(),
                            v,
                            p.construction()))));
        f.addAll(
            point(
                "Centre",
                p.centre(),
                c ->
                    with.apply(
                        new SketchCurve.Polygon(
                            p.name(),
                            c,
                            p.sides(),
                            p.side(),
                            p.diameter(),
                            p.turn(),
                            p.construction()))));
      }
    }
    return f;
  }
}
