package org.ankerdraft.core.step.sketch;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.Field.Adding;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Sharing;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Piece;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.Projection;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.SketchResolver;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Offer;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Sketches. */
public final class SketchKind extends StepKind<Sketch> {
  private static final Field<Sketch, PlaneRef> PLANE =
      StepFields.<Sketch>plane("plane", "Plane", Sketch::plane).about("default XY");
  private static final Field<Sketch, List<SketchCurve>> CURVES =
      Field.<Sketch, List<SketchCurve>>of(
              "curves", ListForm.of(SketchCurve.FORM, "curve"), Sketch::curves)
          .label("Curves")
          .itemTitle((curve, n) -> title((SketchCurve) curve))
          .adding(
              List.of(
                  new Adding<>(
                      "Rectangle",
                      s ->
                          new SketchCurve.Rectangle(
                              s.freeName("r"), null, null, mm(40), mm(30), null, false)),
                  new Adding<>(
                      "Circle", s -> new SketchCurve.Circle(s.freeName("k"), null, mm(20), false)),
                  new Adding<>(
                      "Polygon",
                      s ->
                          new SketchCurve.Polygon(
                              s.freeName("p"), null, new Expr("6"), null, mm(30), null, false)),
                  new Adding<>(
                      "Line",
                      s ->
                          new SketchCurve.Line(
                              s.freeName("l"), Point2.ORIGIN, new Point2(mm(20), mm(0)), false)),
                  new Adding<>(
                      "Arc",
                      s ->
                          new SketchCurve.Arc(
                              s.freeName("a"),
                              Point2.ORIGIN,
                              new Point2(mm(20), mm(0)),
                              new Point2(mm(10), mm(10)),
                              null,
                              false,
                              false)),
                  new Adding<>(
                      "Slot",
                      s ->
                          new SketchCurve.Slot(
                              s.freeName("g"),
                              Point2.ORIGIN,
                              new Point2(mm(20), mm(0)),
                              mm(6),
                              false)),
                  new Adding<>(
                      "Ellipse",
                      s ->
                          new SketchCurve.Ellipse(
                              s.freeName("e"), null, mm(40), mm(24), null, null, null, false)),
                  new Adding<>("Spline", s -> freshSpline(s.freeName("c"))),
                  new Adding<>(
                      "Point", s -> new SketchCurve.Point(s.freeName("o"), Point2.ORIGIN))))
          .about(
              "each with a name; contours may be nested: islands and holes alternate. Contours that"
                  + " cross are an error");

  private static final Field<Sketch, List<Constraint>> CONSTRAINTS =
      Field.<Sketch, List<Constraint>>of(
              "constraints", ListForm.of(Constraint.FORM, "constraint"), Sketch::constraints)
          .label("Constraints")
          .otherwise(List.of())
          .itemTitle((c, n) -> ((Constraint) c).inWords())
          .about(
              "relations that the curves keep. With constraints, numbers that are written as plain"
                  + " numbers (`12.5 mm`) are where a curve was drawn, and may move; formulas hold."
                  + " Ends drawn at one place stay together");

  private static final Field<Sketch, List<Projection>> PROJECTED =
      Field.<Sketch, List<Projection>>of(
              "projected", ListForm.of(Projection.FORM, "projection"), Sketch::projections)
          .label("Projected")
          .otherwise(List.of())
          .itemTitle((p, n) -> "Projection " + ((Projection) p).name())
          .adding(
              "Edges of the body",
              s -> new Projection(s.freeName("edge"), null, List.of(), List.of(), false, false))
          .about(
              "edges of a body, laid square onto the plane. They follow the body: constraints may"
                  + " name them and their ends (`edge1`, `edge1.from`) like those of drawn curves."
                  + " A curve that is neither straight nor round becomes a spline that strays by"
                  + " less than 0.001 mm");

  private static final Field<Sketch, List<Piece>> PIECES =
      Field.<Sketch, List<Piece>>of("pieces", ListForm.of(Piece.FORM, "pieces"), Sketch::pieces)
          .otherwise(List.of())
          .about(
              "curves that were cut from others: faces that a step chose by the name of the whole"
                  + " are chosen with them");

  public SketchKind() {
    super(
        "sketch",
        Sketch.class,
        List.of(PLANE, CURVES, CONSTRAINTS, PROJECTED, PIECES),
        (head, v) ->
            new Sketch(
                head,
                v.get(PLANE),
                v.get(CURVES),
                v.get(CONSTRAINTS),
                v.get(PROJECTED),
                v.get(PIECES)),
        SketchKind::twice,
        new Rail(
            Stage.SHAPE,
            "Sketch",
            'S',
            "profile rectangle circle polygon line arc slot ellipse spline point",
            false));
  }

  private static Expr mm(int v) {
    return new Expr(v + " mm");
  }

  private static SketchCurve freshSpline(String name) {
    List<Point2> points =
        List.of(
            new Point2(mm(0), mm(0)),
            new Point2(mm(10), mm(12)),
            new Point2(mm(30), mm(12)),
            new Point2(mm(40), mm(0)));
    return new SketchCurve.Spline(name, points, null, false, false);
  }

  private static String title(SketchCurve c) {
    String word = SketchCurve.FORM.word(c);
    return word.substring(0, 1).toUpperCase(java.util.Locale.ROOT)
        + word.substring(1)
        + " "
        + c.name();
  }

  /** Names that occur twice would name two faces alike. */
  private static Optional<RecordForm.Complaint> twice(Sketch s) {
    Set<String> seen = new HashSet<>();
    return Stream.concat(
            s.curves().stream().map(SketchCurve::name),
            s.projections().stream().map(Projection::name))
        .filter(n -> !seen.add(n))
        .findFirst()
        .map(n -> new RecordForm.Complaint("curves", "two curves are named " + n));
  }

  @Override
  public Set<Offer> offers() {
    return Set.of(Offer.values());
  }

  @Override
  public Inputs reads(Sketch step) {
    Inputs reads = BuildContext.inputsOf(step.plane());
    for (Projection p : step.projections()) {
      reads = reads.body(p.body());
    }
    return reads;
  }

  @Override
  public Optional<Sharing> sharing(Sketch step) {
    return Sharing.isSteady(step.plane()) && step.projections().isEmpty()
        ? Optional.of(new Sharing(null, step.plane().body(), Sharing.footingOf(step.plane())))
        : Optional.empty();
  }

  @Override
  public StepBuild build(Sketch step, BuildContext in)
      throws StepFailed, ExpressionException, SketchProblem, Choosing.Adrift {
    Frame frame = in.frame("sketch", step.plane());
    Laid laid = new Projector(in, frame).laid(step.projections());
    ResolvedSketch resolved =
        SketchResolver.resolve(
            laid.in(step).curves(), step.constraints(), frame, in.values, in.tolerance);
    return new StepBuild(
        "", List.of(), resolved.withProjected(laid.curves()).withPieces(step.pieces()));
  }

  @Override
  public String summary(Sketch s) {
    List<String> parts = new ArrayList<>();
    if (!s.curves().isEmpty()) {
      parts.add(drawn(s.curves()));
    }
    if (!s.projections().isEmpty()) {
      parts.add(s.projections().size() + " projected");
    }
    return parts.isEmpty() ? "empty" : String.join(", ", parts);
  }

  private static String drawn(List<SketchCurve> curves) {
    boolean isOfPoints = curves.stream().allMatch(SketchCurve.Point.class::isInstance);
    String all = Words.count(curves.size(), isOfPoints ? "point" : "curve");
    String more = curves.size() == 1 ? "" : " and " + (curves.size() - 1) + " more";
    return switch (curves.getFirst()) {
      case SketchCurve.Rectangle r -> r.width() + " × " + r.height() + more;
      case SketchCurve.Circle c -> "circle Ø " + c.diameter() + more;
      case SketchCurve.Polygon p -> "polygon of " + p.sides() + more;
      case SketchCurve.Slot g -> "slot " + g.width() + " wide" + more;
      case SketchCurve.Ellipse e -> "ellipse " + e.width() + " × " + e.height() + more;
      case SketchCurve.Line _, SketchCurve.Arc _, SketchCurve.Spline _, SketchCurve.Point _ -> all;
    };
  }

  @Override
  public Fresh<Sketch> fresh(Picks picks) {
    SketchCurve first =
        new SketchCurve.Rectangle("outline", null, null, mm(40), mm(30), null, false);
    return Fresh.of(new Sketch(picks.head("sketch"), picks.plane(), List.of(first)));
  }
}
