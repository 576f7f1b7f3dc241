package org.ankerdraft.core.step.hole;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.ItemIds;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.CutThread;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Sharing;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Repair;
import org.ankerdraft.core.step.Repeating;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.hole.Hole.Mouth;
import org.ankerdraft.core.step.hole.Hole.Place;
import org.ankerdraft.kernel.GeometryKernel.Combination;

/** Round holes, plain, counterbored or countersunk. */
public final class HoleKind extends StepKind<Hole> {
  private static final Field<Hole, ScrewSize> SCREW =
      Field.<Hole, ScrewSize>of("screw", screws(), Hole::screw)
          .label("For screw")
          .usual("none")
          .chosen(HoleKind::forScrew)
          .about("from the table of threads; gives the sizes that are left out");
  private static final WordForm<ScrewSize.Fit> FITS =
      WordForm.of(ScrewSize.Fit.TAPPED, "tapped")
          .or(ScrewSize.Fit.FINE, "fine", "passes, fine")
          .or(ScrewSize.Fit.MEDIUM, "medium", "passes, medium")
          .or(ScrewSize.Fit.COARSE, "coarse", "passes, coarse");
  private static final Field<Hole, ScrewSize.Fit> FIT =
      Field.<Hole, ScrewSize.Fit>of("fit", FITS, Hole::fit)
          .otherwise(ScrewSize.Fit.TAPPED)
          .label("The screw")
          .shownIf(h -> h.screw() != null)
          .about("tapped: its thread is cut into the hole; else it passes through, so wide");
  private static final Field<Hole, Expr> DIAMETER =
      StepFields.<Hole>length("diameter", "Diameter", Hole::diameter)
          .usual(h -> h.screw() == null ? "" : Words.mm(h.screw().holeMm(h.fit())))
          .about("left out: that which belongs to the screw")
          .grip((h, scene) -> scene.onBorn("wall", 0, -2));
  private static final Field<Hole, Expr> DEPTH =
      StepFields.<Hole>length("depth", "Depth", Hole::depth)
          .usual(h -> h.to() == null ? "through" : "to its face")
          .shownIf(h -> h.to() == null)
          .grip((h, scene) -> scene.onBorn("bottom", 0, -1))
          .about("left out: through, or to a face");
  private static final Field<Hole, FaceChoice> TO =
      Field.<Hole, FaceChoice>of("to", FaceChoice.FORM, Hole::to)
          .label("To face")
          .usual("by its depth")
          .folded()
          .about(
              "face of the body at which it ends, plane or curved; its surface goes on as far as"
                  + " needed");
  private static final Field<Hole, PlaneRef> PLANE =
      StepFields.<Hole>plane("plane", "Into", Hole::plane)
          .shownIf(h -> h.sketch() == null)
          .about("where the holes begin; they go against its normal");
  private static final Field<Hole, List<Place>> POINTS =
      Field.<Hole, List<Place>>of("points", ListForm.of(PlaceForm.FORM, "place"), Hole::points)
          .label("Places")
          .shownIf(h -> h.sketch() == null)
          .itemTitle((place, n) -> "Place " + ((Place) place).id())
          .adding("Another place", h -> new Place(null, Point2.ORIGIN))
          .about("places on the plane");
  private static final Field<Hole, String> SKETCH =
      Field.<Hole, String>of("sketch", References.SKETCH, Hole::sketch)
          .label("At points of")
          .usual("places of their own")
          .about(
              "sketch on whose plane the holes begin, one at each of its points, which gives it its"
                  + " name; left out: at `points` on `plane`");
  private static final Field<Hole, Mouth> MOUTH =
      Field.<Hole, Mouth>of(
              "mouth",
              WordForm.of(Mouth.PLAIN, "plain")
                  .or(Mouth.COUNTERBORE, "counterbore")
                  .or(Mouth.COUNTERSINK, "countersink"),
              Hole::mouth)
          .otherwise(Mouth.PLAIN)
          .label("Mouth")
          .about("how it is widened where it begins; a widened hole begins at the plane");
  private static final Field<Hole, Expr> MOUTH_DIAMETER =
      StepFields.<Hole>length("mouthDiameter", "Mouth diameter", Hole::mouthDiameter)
          .usual(h -> h.screw() == null ? "" : "as its screw's head")
          .shownIf(h -> h.mouth() != Mouth.PLAIN)
          .about(
              "of a counterbore, or of a countersink at the plane; left out: for the screw's head");
  private static final Field<Hole, Expr> MOUTH_DEPTH =
      StepFields.<Hole>length("mouthDepth", "Mouth depth", Hole::mouthDepth)
          .usual(h -> h.screw() == null ? "" : "as its screw's head")
          .shownIf(h -> h.mouth() == Mouth.COUNTERBORE)
          .about("of a counterbore; left out: for the screw's head");
  private static final Field<Hole, Expr> MOUTH_ANGLE =
      StepFields.<Hole>angle("mouthAngle", "Mouth angle", Hole::mouthAngle)
          .usual("90 deg")
          .shownIf(h -> h.mouth() == Mouth.COUNTERSINK)
          .about("whole angle of a countersink");
  private static final Field<Hole, Expr> TIP =
      StepFields.<Hole>angle("tip", "Point", Hole::tip)
          .usual("flat")
          .folded()
          .about("whole angle of the point at the bottom, such as a drill's 118 deg");
  private static final Field<Hole, String> BODY = StepFields.body(Hole::body);

  public HoleKind() {
    super(
        "hole",
        Hole.class,
        List.of(
            SCREW,
            FIT,
            DIAMETER,
            DEPTH,
            TO,
            PLANE,
            POINTS,
            SKETCH,
            MOUTH,
            MOUTH_DIAMETER,
            MOUTH_DEPTH,
            MOUTH_ANGLE,
            TIP,
            BODY),
        (head, v) ->
            new Hole(
                head,
                v.get(BODY),
                v.get(PLANE),
                v.get(POINTS),
                v.get(SKETCH),
                v.get(SCREW),
                v.get(FIT),
                v.get(DIAMETER),
                v.get(DEPTH),
                v.get(TO),
                v.get(MOUTH),
                v.get(MOUTH_DIAMETER),
                v.get(MOUTH_DEPTH),
                v.get(MOUTH_ANGLE),
                v.get(TIP)),
        HoleKind::complaint,
        new Rail(
            Stage.SHAPE,
            "Hole",
            'H',
            "drill bore screw thread tapped clearance counterbore countersink",
            true));
  }

  private static WordForm<ScrewSize> screws() {
    WordForm<ScrewSize> out =
        WordForm.of(ScrewSize.ALL.getFirst(), ScrewSize.ALL.getFirst().name());
    ScrewSize.ALL.stream().skip(1).forEach(s -> out.or(s, s.name()));
    return out;
  }

  /** Chosen by hand, the screw gives the diameter; taken away, it leaves the one it gave. */
  private static Hole forScrew(Hole h, ScrewSize screw) {
    Expr diameter =
        screw == null && h.diameter() == null && h.screw() != null
            ? new Expr(Words.mm(h.screw().holeMm(h.fit())))
            : screw == null ? h.diameter() : null;
    return new Hole(
        h.head(),
        h.body(),
        h.plane(),
        h.points(),
        h.sketch(),
        screw,
        h.fit(),
        diameter,
        h.depth(),
        h.to(),
        h.mouth(),
        h.mouthDiameter(),
        h.mouthDepth(),
        h.mouthAngle(),
        h.tip());
  }

  private static Optional<RecordForm.Complaint> complaint(Hole h) {
    if (h.diameter() == null && h.screw() == null) {
      return Optional.of(
          new RecordForm.Complaint("diameter", "give a diameter, or the screw it is for"));
    }
    return ItemIds.twice(h.points(), Place::id)
        .map(id -> new RecordForm.Complaint("points", "two places have the id " + id));
  }

  @Override
  public Inputs reads(Hole s) {
    Inputs body = Inputs.NONE.body(s.body());
    return s.sketch() == null
        ? body.and(BuildContext.inputsOf(s.plane()))
        : body.sketch(s.sketch());
  }

  @Override
  public Optional<Sharing> sharing(Hole step) {
    if (step.to() != null) {
      return Optional.empty();
    }
    if (step.sketch() != null) {
      return Optional.of(new Sharing(Combination.SUBTRACT, step.body(), Set.of()));
    }
    boolean ofOneBody =
        step.plane().face() == null || Objects.equals(step.plane().body(), step.body());
    return ofOneBody && Sharing.isSteady(step.plane())
        ? Optional.of(
            new Sharing(Combination.SUBTRACT, step.body(), Sharing.footingOf(step.plane())))
        : Optional.empty();
  }

  @Override
  public Tool tool(Hole step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new HoleBuilder(in, step).tool();
  }

  @Override
  public Repeating repeating() {
    return Repeating.AGAIN;
  }

  @Override
  public Work work(Hole step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new HoleBuilder(in, step).work();
  }

  @Override
  public StepBuild build(Hole step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new HoleBuilder(in, step).build();
  }

  @Override
  public Optional<CutThread> thread(Hole s) {
    return s.screw() == null || s.fit() != ScrewSize.Fit.TAPPED
        ? Optional.empty()
        : Optional.of(
            new CutThread(s.screw().name(), s.screw().majorMm(), s.screw().pitchMm(), "wall"));
  }

  @Override
  public Optional<Hole> repaired(Hole hole, Repair repair) {
    if (!(repair instanceof Repair.MovePlace(String id, var by, var planes))) {
      return Optional.empty();
    }
    Frame frame = planes.apply(hole.plane());
    if (frame == null || hole.points().stream().noneMatch(p -> p.id().equals(id))) {
      return Optional.empty();
    }
    List<Place> moved =
        hole.points().stream()
            .map(p ->
                p.id().equals(id)
                    ? new Place(
                        id,
                        new Point2(
                            Words.longer(p.at().x(), by.dot(frame.x())),
                            Words.longer(p.at().y(), by.dot(frame.y()))))
                    : p)
            .toList();
    return Optional.of(form().with(hole, POINTS, moved));
  }

  @Override
  public String summary(Hole s) {
    String mouth =
        switch (s.mouth()) {
          case PLAIN -> "";
          case COUNTERBORE -> "counterbored ";
          case COUNTERSINK -> "countersunk ";
        };
    return mouth
        + (s.diameter() == null ? "" : "Ø " + s.diameter() + (s.screw() == null ? "" : ", "))
        + (s.screw() == null
            ? ""
            : s.fit() == ScrewSize.Fit.TAPPED
                ? s.screw() + " tapped"
                : "for " + s.screw() + ", " + FITS.word(s.fit()))
        + ", "
        + (s.to() != null ? "to a face" : s.depth() == null ? "through" : s.depth().text())
        + (s.sketch() != null
            ? ", at points of " + s.sketch()
            : s.points().size() > 1 ? ", " + s.points().size() + " places" : "");
  }

  @Override
  public Fresh<Hole> fresh(Picks picks) {
    return Fresh.of(
        Hole.plain(
            picks.head("hole"),
            picks.body(),
            picks.plane(),
            List.of(new Place(null, Point2.ORIGIN)),
            new Expr("5 mm"),
            null));
  }
}
