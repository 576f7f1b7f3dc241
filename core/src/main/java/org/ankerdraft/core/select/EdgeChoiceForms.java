package org.ankerdraft.core.select;

import java.util.List;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.VariantForm;
import org.ankerdraft.core.form.WordForm;

/** The fields of each kind of choice. */
final class EdgeChoiceForms {
  private static final Field<EdgeChoice.Named, EdgeName> NAME =
      Field.<EdgeChoice.Named, EdgeName>of("name", EdgeName.FORM, EdgeChoice.Named::name)
          .required();
  private static final Field<EdgeChoice.Named, Hint> HINT =
      Field.of("hint", Hint.FORM, EdgeChoice.Named::hint);
  private static final Field<EdgeChoice.Loop, FaceChoice> LOOP_FACE =
      Field.<EdgeChoice.Loop, FaceChoice>of("face", FaceChoice.FORM, EdgeChoice.Loop::face)
          .required();
  private static final Field<EdgeChoice.Loop, Point> NEAR =
      Field.<EdgeChoice.Loop, Point>of("near", Point.FORM, EdgeChoice.Loop::near)
          .about("left out = the outer loop");
  private static final Field<EdgeChoice.OfFaces, FaceChoice> FACE =
      Field.<EdgeChoice.OfFaces, FaceChoice>of("face", FaceChoice.FORM, EdgeChoice.OfFaces::face)
          .required();
  private static final Field<EdgeChoice.OfStep, String> STEP =
      Field.<EdgeChoice.OfStep, String>of("step", References.STEP, EdgeChoice.OfStep::step)
          .required();
  private static final Field<EdgeChoice.OfStep, EdgeChoice.Corner> CORNER =
      Field.<EdgeChoice.OfStep, EdgeChoice.Corner>of(
              "corner",
              WordForm.of(EdgeChoice.Corner.INSIDE, "inside")
                  .or(EdgeChoice.Corner.OUTSIDE, "outside"),
              EdgeChoice.OfStep::corner)
          .about("left out = both");
  private static final Field<EdgeChoice.Parallel, Direction> DIRECTION =
      Field.<EdgeChoice.Parallel, Direction>of(
              "direction", Direction.FORM, EdgeChoice.Parallel::direction)
          .required();
  private static final Field<EdgeChoice.Parallel, String> PARALLEL_STEP =
      Field.of("step", References.STEP, EdgeChoice.Parallel::step);
  private static final Field<EdgeChoice.Nearest, Point> AT =
      Field.<EdgeChoice.Nearest, Point>of("at", Point.FORM, EdgeChoice.Nearest::at).required();

  private EdgeChoiceForms() {}

  private static RecordForm<EdgeChoice.Chain> chain() {
    Field<EdgeChoice.Chain, EdgeChoice> from =
        Field.<EdgeChoice.Chain, EdgeChoice>of("from", EdgeChoice.FORM, EdgeChoice.Chain::from)
            .required();
    return RecordForm.of("tangent chain", List.of(from), v -> new EdgeChoice.Chain(v.get(from)));
  }

  private static final class Chained {
    private static final RecordForm<EdgeChoice.Chain> FORM = chain();
  }

  static VariantForm<EdgeChoice> choices() {
    return new VariantForm<EdgeChoice>("choice of edges", "choose")
        .or(
            "edge",
            EdgeChoice.Named.class,
            RecordForm.of(
                "edge", List.of(NAME, HINT), v -> new EdgeChoice.Named(v.get(NAME), v.get(HINT))))
        .or("tangent chain", EdgeChoice.Chain.class, () -> Chained.FORM)
        .or(
            "loop",
            EdgeChoice.Loop.class,
            RecordForm.of(
                "loop",
                List.of(LOOP_FACE, NEAR),
                v -> new EdgeChoice.Loop(v.get(LOOP_FACE), v.get(NEAR))))
        .or(
            "edges of face",
            EdgeChoice.OfFaces.class,
            RecordForm.of("edges of face", List.of(FACE), v -> new EdgeChoice.OfFaces(v.get(FACE))))
        .or(
            "edges of step",
            EdgeChoice.OfStep.class,
            RecordForm.of(
                "edges of step",
                List.of(STEP, CORNER),
                v -> new EdgeChoice.OfStep(v.get(STEP), v.get(CORNER))))
        .or("inside corners", EdgeChoice.Inside.class, rule(new EdgeChoice.Inside()))
        .or("outside corners", EdgeChoice.Outside.class, rule(new EdgeChoice.Outside()))
        .or("sharp edges", EdgeChoice.Sharp.class, rule(new EdgeChoice.Sharp()))
        .or(
            "parallel",
            EdgeChoice.Parallel.class,
            RecordForm.of(
                "parallel",
                List.of(DIRECTION, PARALLEL_STEP),
                v -> new EdgeChoice.Parallel(v.get(DIRECTION), v.get(PARALLEL_STEP))))
        .or(
            "nearest edge",
            EdgeChoice.Nearest.class,
            RecordForm.of("nearest edge", List.of(AT), v -> new EdgeChoice.Nearest(v.get(AT))));
  }

  private static <R extends EdgeChoice> RecordForm<R> rule(R rule) {
    return RecordForm.of("rule", List.of(), v -> rule);
  }
}
