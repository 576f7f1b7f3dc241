package org.ankerdraft.core.sketch;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.form.VariantForm;
import org.ankerdraft.core.sketch.SketchCurve.Arc;
import org.ankerdraft.core.sketch.SketchCurve.Circle;
import org.ankerdraft.core.sketch.SketchCurve.Ellipse;
import org.ankerdraft.core.sketch.SketchCurve.Line;
import org.ankerdraft.core.sketch.SketchCurve.Polygon;
import org.ankerdraft.core.sketch.SketchCurve.Rectangle;
import org.ankerdraft.core.sketch.SketchCurve.Slot;
import org.ankerdraft.core.sketch.SketchCurve.Spline;

/** The fields of each kind of curve. */
final class SketchCurveForms {
  private static final double SYMMETRIC = 2;

  private SketchCurveForms() {}

  static VariantForm<SketchCurve> curves() {
    return new VariantForm<SketchCurve>("curve", "curve")
        .or("line", Line.class, line())
        .or("arc", Arc.class, arc())
        .or("circle", Circle.class, circle())
        .or("rectangle", Rectangle.class, rectangle())
        .or("polygon", Polygon.class, polygon())
        .or("slot", Slot.class, slot())
        .or("ellipse", Ellipse.class, ellipse())
        .or("spline", Spline.class, spline())
        .or("point", SketchCurve.Point.class, single());
  }

  private static <C extends SketchCurve> Field<C, String> name() {
    return Field.<C, String>of("name", TextForm.ID, SketchCurve::name)
        .about("source of the names of the faces that the curve raises");
  }

  private static <C extends SketchCurve> Field<C, Boolean> construction() {
    return Field.<C, Boolean>of(
            "construction", new FlagForm("drawn", "construction"), SketchCurve::construction)
        .about("construction curves never bound an area");
  }

  private static <C> Field<C, Point2> point(String id, String label, Function<C, Point2> get) {
    return Field.of(id, Point2.FORM, get).label(label).shownIf(c -> get.apply(c) != null);
  }

  private static <C extends SketchCurve> Field<C, Expr> across(
      String id, String label, Function<C, Expr> get) {
    return Field.of(id, ExprForm.LENGTH, get)
        .label(label)
        .grip((c, scene) -> scene.onFigure(c.name(), false, SYMMETRIC));
  }

  private static Optional<RecordForm.Complaint> oneOf(
      String first, Object a, String second, Object b) {
    return (a == null) == (b == null)
        ? Optional.of(new RecordForm.Complaint(first, "give either " + first + " or " + second))
        : Optional.empty();
  }

  private static RecordForm<Line> line() {
    Field<Line, String> name = name();
    Field<Line, Point2> start = point("from", "From", Line::from).required();
    Field<Line, Point2> end = point("to", "To", Line::to).required();
    Field<Line, Boolean> construction = construction();
    return RecordForm.of(
        "line",
        List.of(name, start, end, construction),
        v -> new Line(v.get(name), v.get(start), v.get(end), v.is(construction)));
  }

  private static RecordForm<Arc> arc() {
    Field<Arc, String> name = name();
    Field<Arc, Point2> from = point("from", "From", Arc::from).required();
    Field<Arc, Point2> through =
        point("through", "Through", Arc::through).about("a point between its ends");
    Field<Arc, Point2> centre =
        point("centre", "Centre", Arc::centre).about("instead of a point between its ends");
    Field<Arc, Point2> to = point("to", "To", Arc::to).required();
    Field<Arc, Boolean> clockwise =
        Field.<Arc, Boolean>of(
                "clockwise", new FlagForm("counter-clockwise", "clockwise"), Arc::clockwise)
            .label("Turns")
            .shownIf(a -> a.centre() != null)
            .about("about the centre, from its start");
    Field<Arc, Boolean> construction = construction();
    return RecordForm.<Arc>of(
            "arc",
            List.of(name, from, through, centre, to, clockwise, construction),
            v ->
                new Arc(
                    v.get(name),
                    v.get(from),
                    v.get(to),
                    v.get(through),
                    v.get(centre),
                    v.is(clockwise),
                    v.is(construction)))
        .check(a -> oneOf("through", a.through(), "centre", a.centre()));
  }

  private static RecordForm<Circle> circle() {
    Field<Circle, String> name = name();
    Field<Circle, Expr> diameter =
        SketchCurveForms.<Circle>across("diameter", "Diameter", Circle::diameter).required();
    Field<Circle, Point2> centre =
        point("centre", "Centre", Circle::centre).otherwise(Point2.ORIGIN);
    Field<Circle, Boolean> construction = construction();
    return RecordForm.of(
        "circle",
        List.of(name, diameter, centre, construction),
        v -> new Circle(v.get(name), v.get(centre), v.get(diameter), v.is(construction)));
  }

  private static RecordForm<Rectangle> rectangle() {
    Field<Rectangle, String> name = name();
    Field<Rectangle, Expr> width =
        SketchCurveForms.<Rectangle>across("width", "Width", Rectangle::width).required();
    Field<Rectangle, Expr> height =
        Field.<Rectangle, Expr>of("height", ExprForm.LENGTH, Rectangle::height)
            .label("Height")
            .required()
            .grip((r, scene) -> scene.onFigure(r.name(), true, SYMMETRIC));
    Field<Rectangle, Expr> rounding =
        Field.<Rectangle, Expr>of("rounding", ExprForm.LENGTH, Rectangle::rounding)
            .label("Corner radius")
            .usual("sharp")
            .about("radius of its four corners");
    Field<Rectangle, Point2> corner =
        point("corner", "Corner", Rectangle::corner).about("the lower left one");
    Field<Rectangle, Point2> centre =
        point("centre", "Centre", Rectangle::centre).about("instead of a corner; default 0, 0");
    Field<Rectangle, Boolean> construction = construction();
    return RecordForm.<Rectangle>of(
            "rectangle",
            List.of(name, width, height, rounding, corner, centre, construction),
            v ->
                new Rectangle(
                    v.get(name),
                    v.get(centre),
                    v.get(corner),
                    v.get(width),
                    v.get(height),
                    v.get(rounding),
                    v.is(construction)))
        .check(r -> oneOf("centre", r.centre(), "corner", r.corner()));
  }

  private static RecordForm<Polygon> polygon() {
    Field<Polygon, String> name = name();
    Field<Polygon, Expr> sides =
        Field.<Polygon, Expr>of("sides", ExprForm.NUMBER, Polygon::sides)
            .label("Sides")
            .required()
            .about("how many, from 3 to 360");
    Field<Polygon, Expr> diameter =
        SketchCurveForms.<Polygon>across("diameter", "Across corners", Polygon::diameter)
            .shownIf(p -> p.diameter() != null)
            .about("of the circle through its corners");
    Field<Polygon, Expr> side =
        SketchCurveForms.<Polygon>across("side", "Side", Polygon::side)
            .shownIf(p -> p.side() != null)
            .about("length of a side, instead of the diameter");
    Field<Polygon, Expr> turn =
        Field.<Polygon, Expr>of("turn", ExprForm.ANGLE, Polygon::turn)
            .label("Turn")
            .usual("0 deg")
            .about("of the first corner from the x axis");
    Field<Polygon, Point2> centre =
        point("centre", "Centre", Polygon::centre).otherwise(Point2.ORIGIN);
    Field<Polygon, Boolean> construction = construction();
    return RecordForm.<Polygon>of(
            "polygon",
            List.of(name, sides, diameter, side, turn, centre, construction),
            v ->
                new Polygon(
                    v.get(name),
                    v.get(centre),
                    v.get(sides),
                    v.get(side),
                    v.get(diameter),
                    v.get(turn),
                    v.is(construction)))
        .check(p -> oneOf("diameter", p.diameter(), "side", p.side()));
  }

  private static RecordForm<Slot> slot() {
    Field<Slot, String> name = name();
    Field<Slot, Point2> from =
        point("from", "From", Slot::from).required().about("centre of one half circle");
    Field<Slot, Point2> to =
        point("to", "To", Slot::to).required().about("centre of the other half circle");
    Field<Slot, Expr> width =
        Field.<Slot, Expr>of("width", ExprForm.LENGTH, Slot::width).label("Width").required();
    Field<Slot, Boolean> construction = construction();
    return RecordForm.of(
        "slot",
        List.of(name, from, to, width, construction),
        v -> new Slot(v.get(name), v.get(from), v.get(to), v.get(width), v.is(construction)));
  }

  private static RecordForm<Ellipse> ellipse() {
    Field<Ellipse, String> name = name();
    Field<Ellipse, Expr> width =
        SketchCurveForms.<Ellipse>across("width", "Width", Ellipse::width).required();
    Field<Ellipse, Expr> height =
        Field.<Ellipse, Expr>of("height", ExprForm.LENGTH, Ellipse::height)
            .label("Height")
            .required()
            .grip((e, scene) -> scene.onFigure(e.name(), true, SYMMETRIC));
    Field<Ellipse, Point2> centre =
        point("centre", "Centre", Ellipse::centre).otherwise(Point2.ORIGIN);
    Field<Ellipse, Expr> turn =
        Field.<Ellipse, Expr>of("turn", ExprForm.ANGLE, Ellipse::turn)
            .label("Turn")
            .usual("0 deg")
            .about("of its width from the x axis");
    Field<Ellipse, Expr> start =
        Field.<Ellipse, Expr>of("start", ExprForm.ANGLE, Ellipse::start)
            .label("Arc from")
            .usual("0 deg")
            .about(
                "where an arc of it begins, as an angle of the circle of which it is the flattened"
                    + " image");
    Field<Ellipse, Expr> end =
        Field.<Ellipse, Expr>of("end", ExprForm.ANGLE, Ellipse::end)
            .label("Arc to")
            .usual("360 deg")
            .about(
                "where the arc ends, counter-clockwise from its start; without both it is whole");
    Field<Ellipse, Boolean> construction = construction();
    return RecordForm.<Ellipse>of(
        "ellipse",
        List.of(name, width, height, centre, turn, start, end, construction),
        v ->
            new Ellipse(
                v.get(name),
                v.get(centre),
                v.get(width),
                v.get(height),
                v.get(turn),
                v.get(start),
                v.get(end),
                v.is(construction)));
  }

  private static RecordForm<Spline> spline() {
    Field<Spline, String> name = name();
    Field<Spline, List<Point2>> points =
        Field.<Spline, List<Point2>>of("points", ListForm.of(Point2.FORM, "point"), Spline::points)
            .label("Control points")
            .required();
    Field<Spline, Expr> degree =
        Field.<Spline, Expr>of("degree", ExprForm.NUMBER, Spline::degree)
            .label("Degree")
            .usual("3")
            .about("from 2 to 6");
    Field<Spline, Boolean> closed =
        Field.<Spline, Boolean>of("closed", new FlagForm("open", "runs round"), Spline::closed)
            .label("Ends")
            .about("whether it runs round; else it goes from its first point to its last");
    Field<Spline, Boolean> construction = construction();
    return RecordForm.of(
        "spline",
        List.of(name, points, degree, closed, construction),
        v ->
            new Spline(
                v.get(name), v.get(points), v.get(degree), v.is(closed), v.is(construction)));
  }

  private static RecordForm<SketchCurve.Point> single() {
    Field<SketchCurve.Point, String> name = name();
    Field<SketchCurve.Point, Point2> at = point("at", "At", SketchCurve.Point::at).required();
    return RecordForm.of(
        "point", List.of(name, at), v -> new SketchCurve.Point(v.get(name), v.get(at)));
  }
}
