package org.ankerdraft.core.step;

import java.util.List;
import java.util.function.Function;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Wall;

/** Fields that several kinds have. */
public final class StepFields {
  public static final String AS_PART = "as the part";

  private StepFields() {}

  /** The sketch that a step takes. */
  public static <S extends Step> Field<S, String> sketch(Function<S, String> get) {
    return Field.<S, String>of("sketch", References.SKETCH, get).required().label("Sketch");
  }

  /** The body that a step works on. */
  public static <S extends Step> Field<S, String> body(Function<S, String> get) {
    return Field.<S, String>of("body", References.BODY, get)
        .label("On body")
        .usual("the only one")
        .folded()
        .about("name of the body it works on; may be left out while there is only one");
  }

  /** What becomes of the solid that a step makes. */
  public static <S extends Step> Field<S, Use> use(Function<S, Use> get) {
    return Field.of("use", Use.FORM, get)
        .otherwise(Use.NEW_BODY)
        .label("Use")
        .about(
            "surface: a body of its sides alone, also of open lines; capped surface: with the faces in"
                + " which it begins and ends; both enclose nothing");
  }

  /** The bodies with which that solid is used. */
  public static <S extends Step> Field<S, List<String>> targets(
      Function<S, Use> use, Function<S, List<String>> get) {
    return Field.of("targets", ListForm.of(References.BODY, "bodies"), get)
        .label("With bodies")
        .usual("the only one")
        .shownIf(s -> !use.apply(s).makesBody())
        .about("bodies that it is united with, subtracted from, intersected with");
  }

  /** The name of the body that a step makes. */
  public static <S extends Step> Field<S, String> newBody(Function<S, String> get) {
    return Field.<S, String>of("body", References.NEW_BODY, get)
        .label("Body")
        .usual(s -> s.id())
        .about("name of the new body; default the step's id");
  }

  /** The areas of a sketch that a step fills. */
  public static <S extends Step> Field<S, List<AreaChoice>> areas(
      Function<S, Wall> wall, Function<S, List<AreaChoice>> get) {
    return Field.of("areas", AreaChoice.LIST, get)
        .otherwise(List.of())
        .label("Areas")
        .usual("all, without their holes")
        .shownIf(s -> !wall.apply(s).isWanted())
        .about(
            "areas into which the curves part the plane, nested and overlapping ones too, each by"
                + " the curves that bound it; default all, islands and holes by turns");
  }

  /** How thick a wall along the curves of a sketch is. */
  public static <S extends Step> Field<S, Expr> wall(Function<S, Wall> get) {
    return StepFields.<S>length("wall", "Wall", s -> get.apply(s).thickness())
        .usual("none: its areas are filled")
        .folded()
        .about("of a wall along the curves, open or closed, instead of filled areas");
  }

  /** On which side of the curves that wall stands. */
  public static <S extends Step> Field<S, Wall.Side> wallSide(Function<S, Wall> get) {
    return Field.<S, Wall.Side>of("wallSide", Wall.Side.FORM, s -> get.apply(s).side())
        .otherwise(Wall.Side.INSIDE)
        .label("Wall stands")
        .folded()
        .shownIf(s -> get.apply(s).isWanted())
        .about(
            "of the curves; inside of an open chain: as if a straight line closed it, of a straight"
                + " one: on the left of its way");
  }

  /** What becomes of the outside of that wall's corners. */
  public static <S extends Step> Field<S, Wall.Corners> wallCorners(Function<S, Wall> get) {
    return Field.<S, Wall.Corners>of("wallCorners", Wall.Corners.FORM, s -> get.apply(s).corners())
        .otherwise(Wall.Corners.MITRED)
        .label("Wall corners")
        .folded()
        .shownIf(s -> get.apply(s).isWanted())
        .about("of its outside, where curves meet at a kink");
  }

  public static <S extends Step> Field<S, Expr> length(
      String id, String label, Function<S, Expr> get) {
    return Field.of(id, ExprForm.LENGTH, get).label(label);
  }

  public static <S extends Step> Field<S, Expr> angle(
      String id, String label, Function<S, Expr> get) {
    return Field.of(id, ExprForm.ANGLE, get).label(label);
  }

  /** A datum plane; the level one if nothing is said. */
  public static <S extends Step> Field<S, PlaneRef> plane(
      String id, String label, Function<S, PlaneRef> get) {
    return Field.of(id, PlaneRef.FORM, get).label(label).otherwise(PlaneRef.LEVEL);
  }

  /** How bend allowance is found, where a step has a way of its own. */
  public static <S extends Step> Field<S, Bending> bending(Function<S, Bending> get) {
    return Field.of("bending", Bending.FORM, get)
        .label("Bending")
        .folded()
        .about("how bend allowance is found; default as the part");
  }

  /** The card's choice of that way. */
  public static <S extends Step> Field<S, Bending.By> allowance(
      Function<S, Bending> get, java.util.function.BiFunction<S, Bending, S> with) {
    return Field.<S, Bending.By>offered(
            "allowance",
            Bending.words(),
            s -> get.apply(s) == null ? null : get.apply(s).by(),
            (s, by) -> with.apply(s, Bending.started(by)))
        .label("Allowance")
        .usual(AS_PART)
        .folded();
  }
}
