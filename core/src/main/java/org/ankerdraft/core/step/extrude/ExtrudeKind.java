package org.ankerdraft.core.step.extrude;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.Grip;
import org.ankerdraft.core.form.GripScene;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Sharing;
import org.ankerdraft.core.operation.Solids;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Repeating;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.extrude.Extrude.Extent;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.vectors.Vec3;

/** Extrusions. */
public final class ExtrudeKind extends StepKind<Extrude> {
  private static final Field<Extrude, String> SKETCH = StepFields.sketch(Extrude::sketch);
  private static final WordForm<Extent> EXTENTS =
      WordForm.of(Extent.ONE_SIDE, "one side")
          .or(Extent.TWO_SIDES, "two sides")
          .or(Extent.SYMMETRIC, "symmetric")
          .or(Extent.THROUGH_ALL, "through all")
          .or(Extent.TO_NEXT, "to next")
          .or(Extent.TO_FACE, "to face")
          .or(Extent.TO_LAST, "to last")
          .or(Extent.TO_POINT, "to point");
  private static final Field<Extrude, Extent> EXTENT =
      Field.<Extrude, Extent>of("extent", EXTENTS, Extrude::extent)
          .otherwise(Extent.ONE_SIDE)
          .label("Extent")
          .about(
              "symmetric: the whole depth; to face: on the side where the face lies; through all: both ways; to next: up to where the body"
                  + " begins, or, taken from it, where it ends for the first time; to last: to its"
                  + " last end; to point: narrowing straight to a point at that depth");
  private static final Field<Extrude, Expr> DEPTH =
      StepFields.<Extrude>length("depth", "Depth", Extrude::depth)
          .shownIf(e -> e.extent().hasDepth())
          .grip(ExtrudeKind::atEnd)
          .about("for one side, two sides, symmetric, to point");
  private static final Field<Extrude, Expr> BACK_DEPTH =
      StepFields.<Extrude>length("backDepth", "Other side", Extrude::backDepth)
          .shownIf(e -> e.extent() == Extent.TWO_SIDES)
          .grip((e, scene) ->
              along(e, scene)
                  .flatMap(way ->
                      scene
                          .onBorn("back-end", 0, 1)
                          .or(() -> scene.onBorn("start", 0, 1))
                          .map(g -> new Grip(g.anchor(), way.negated(), 1))))
          .about("on the other side, for two sides");
  private static final Field<Extrude, Expr> TAPER =
      StepFields.<Extrude>angle("taper", "Taper", Extrude::taper)
          .usual("0 deg")
          .shownIf(e -> e.extent() != Extent.TO_POINT)
          .grip((e, scene) ->
              e.extent() == Extent.THROUGH_ALL ? Optional.empty() : scene.onBorn("side", 0, 1))
          .about("positive narrows along the way");
  private static final Field<Extrude, Expr> BACK_TAPER =
      StepFields.<Extrude>angle("backTaper", "Taper, other side", Extrude::backTaper)
          .shownIf(e -> e.extent().isBothWays())
          .usual("as the taper")
          .folded()
          .about("of the other side, along its own way; default: as the taper");
  private static final Field<Extrude, Expr> START_OFFSET =
      StepFields.<Extrude>length("startOffset", "Begins after", Extrude::startOffset)
          .usual("0 mm")
          .folded()
          .about("from the sketch plane along the way; negative begins before it");
  private static final Field<Extrude, Point2> TIP =
      Field.<Extrude, Point2>of("tip", Point2.FORM, Extrude::tip)
          .label("Point over")
          .shownIf(e -> e.extent() == Extent.TO_POINT)
          .adding("Point over another place than the middle", e -> Point2.ORIGIN)
          .about(
              "place in the sketch plane over which the point lies; left out: the area's middle");
  private static final Field<Extrude, FaceChoice> TO =
      Field.<Extrude, FaceChoice>of("to", FaceChoice.FORM, Extrude::to)
          .label("To face")
          .shownIf(e -> e.extent() == Extent.TO_FACE)
          .about("plane or curved; where it ends before the profile does, its surface goes on");
  private static final Field<Extrude, String> TO_BODY =
      Field.<Extrude, String>of("toBody", References.BODY, Extrude::toBody)
          .label("Of body")
          .shownIf(e -> e.extent().isToBody())
          .usual("the one it changes")
          .folded()
          .about(
              "whose face it is, or up to which it goes; default: the first target, else the only");
  private static final Field<Extrude, Boolean> REVERSED =
      Field.<Extrude, Boolean>of(
              "reversed", new FlagForm("along the normal", "against the normal"), Extrude::reversed)
          .label("Direction")
          .about("against the sketch's normal");
  private static final Field<Extrude, Expr> WALL = StepFields.wall(Extrude::wall);
  private static final Field<Extrude, Wall.Side> WALL_SIDE = StepFields.wallSide(Extrude::wall);
  private static final Field<Extrude, Wall.Corners> WALL_CORNERS =
      StepFields.wallCorners(Extrude::wall);
  private static final Field<Extrude, List<AreaChoice>> AREAS =
      StepFields.areas(Extrude::wall, Extrude::areas);
  private static final Field<Extrude, Use> USE = StepFields.use(Extrude::use);
  private static final Field<Extrude, String> BODY =
      StepFields.<Extrude>newBody(Extrude::body).shownIf(e -> e.use().makesBody());
  private static final Field<Extrude, List<String>> TARGETS =
      StepFields.targets(Extrude::use, Extrude::targets);

  public ExtrudeKind() {
    super(
        "extrude",
        Extrude.class,
        List.of(
            SKETCH,
            EXTENT,
            DEPTH,
            BACK_DEPTH,
            TO,
            TO_BODY,
            TAPER,
            BACK_TAPER,
            START_OFFSET,
            TIP,
            REVERSED,
            WALL,
            WALL_SIDE,
            WALL_CORNERS,
            AREAS,
            USE,
            BODY,
            TARGETS),
        (head, v) ->
            new Extrude(
                head,
                v.get(SKETCH),
                v.get(EXTENT),
                v.get(DEPTH),
                v.get(BACK_DEPTH),
                v.is(REVERSED),
                v.get(TAPER),
                v.get(BACK_TAPER),
                v.get(START_OFFSET),
                v.get(TIP),
                v.get(TO),
                v.get(TO_BODY),
                new Wall(v.get(WALL), v.get(WALL_SIDE), v.get(WALL_CORNERS)),
                v.get(AREAS),
                v.get(USE),
                v.get(BODY),
                v.get(TARGETS)),
        new Rail(Stage.SHAPE, "Extrude", 'E', "boss rib pocket solid depth taper cut", false));
  }

  private static Optional<Vec3> along(Extrude e, GripScene scene) {
    return scene.sketchNormal(e.sketch()).map(n -> e.reversed() ? n.negated() : n);
  }

  private static Optional<Grip> atEnd(Extrude e, GripScene scene) {
    return along(e, scene)
        .flatMap(way ->
            scene
                .onBorn("end", 0, 1)
                .map(Grip::anchor)
                .or(() -> scene.sketchOrigin(e.sketch()))
                .map(at -> new Grip(at, way, e.extent() == Extent.SYMMETRIC ? 2 : 1)));
  }

  @Override
  public Inputs reads(Extrude s) {
    Inputs read = Solids.inputs(s.use(), s.targets());
    boolean reachesAll = s.use().makesBody() && s.extent() == Extent.THROUGH_ALL;
    if (s.extent().isToBody()) {
      return read.body(s.bodyAhead());
    }
    return reachesAll ? read.everyBody() : read;
  }

  @Override
  public Optional<Sharing> sharing(Extrude step) {
    // How far a solid reaches through all matters to what is united, not to what is taken away.
    boolean unites = step.use() == Use.UNITE && step.extent() != Extent.THROUGH_ALL;
    if (step.extent().isToBody()
        || step.targets().size() > 1
        || !(unites || step.use() == Use.SUBTRACT)) {
      return Optional.empty();
    }
    String body = step.targets().isEmpty() ? null : step.targets().getFirst();
    return Optional.of(
        new Sharing(unites ? Combination.UNITE : Combination.SUBTRACT, body, Set.of()));
  }

  @Override
  public Tool tool(Extrude step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new ExtrudeBuilder(in, step).tool();
  }

  @Override
  public Repeating repeating() {
    return Repeating.AGAIN;
  }

  @Override
  public Work work(Extrude step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new ExtrudeBuilder(in, step).work();
  }

  @Override
  public StepBuild build(Extrude step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new ExtrudeBuilder(in, step).build();
  }

  @Override
  public String startedBody(Extrude s) {
    return Solids.startedBody(s.use(), s.body(), s.id());
  }

  @Override
  public String summary(Extrude s) {
    String depth =
        s.extent().hasDepth()
            ? s.depth() == null ? "?" : s.depth().text()
            : EXTENTS.word(s.extent());
    return depth
        + s.wall().inSummary()
        + AreaChoice.inSummary(s.areas())
        + ", "
        + Solids.inSummary(s.use(), s.body(), s.id());
  }

  @Override
  public Fresh<Extrude> fresh(Picks picks) {
    boolean first = picks.bodies().isEmpty();
    List<String> targets = first || picks.body() == null ? List.of() : List.of(picks.body());
    return Fresh.onSketch(
        picks,
        "to extrude",
        sketch ->
            new Extrude(
                picks.head("extrude"),
                sketch,
                Extent.ONE_SIDE,
                new Expr("10 mm"),
                null,
                false,
                null,
                null,
                null,
                null,
                null,
                null,
                Wall.NONE,
                List.of(),
                first ? Use.NEW_BODY : Use.UNITE,
                first ? "Body" : null,
                targets));
  }
}
