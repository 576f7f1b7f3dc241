package org.ankerdraft.core.step;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;

/**
 * A step of the ledger: an immutable definition, without geometry.
 *
 * <p>{@code body} names the body a step works on; null means the only one there is. {@code label}
 * is the user's own name for the step, or null.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
@JsonSubTypes({
  @JsonSubTypes.Type(value = Step.Sketch.class, name = "sketch"),
  @JsonSubTypes.Type(value = Step.Extrude.class, name = "extrude"),
  @JsonSubTypes.Type(value = Step.Draft.class, name = "draft"),
  @JsonSubTypes.Type(value = Step.Shell.class, name = "shell"),
  @JsonSubTypes.Type(value = Step.Round.class, name = "round"),
  @JsonSubTypes.Type(value = Step.Chamfer.class, name = "chamfer"),
  @JsonSubTypes.Type(value = Step.Hole.class, name = "hole"),
  @JsonSubTypes.Type(value = Step.Import.class, name = "import"),
  @JsonSubTypes.Type(value = SheetStep.Base.class, name = "base"),
  @JsonSubTypes.Type(value = SheetStep.Folded.class, name = "folded"),
  @JsonSubTypes.Type(value = SheetStep.Flange.class, name = "flange"),
  @JsonSubTypes.Type(value = SheetStep.Hem.class, name = "hem"),
  @JsonSubTypes.Type(value = SheetStep.Joggle.class, name = "joggle"),
  @JsonSubTypes.Type(value = SheetStep.Convert.class, name = "convert")
})
public sealed interface Step
    permits Step.Sketch,
        Step.Extrude,
        Step.Draft,
        Step.Shell,
        Step.Round,
        Step.Chamfer,
        Step.Hole,
        Step.Import,
        SheetStep {
  String id();

  String label();

  boolean skipped();

  default Step withSkipped(boolean skipped) {
    return Changed.with(this, "skipped", skipped);
  }

  default Step withLabel(String label) {
    return Changed.with(this, "label", label);
  }

  /** The kind's word: sketch, extrude ... */
  @JsonIgnore
  default String kind() {
    return getClass().getSimpleName().toLowerCase(Locale.ROOT);
  }

  /** Plane curves; regions are the areas that the curves enclose. */
  record Sketch(String id, String label, boolean skipped, PlaneRef plane, List<SketchCurve> curves)
      implements Step {
    public Sketch {
      curves = curves == null ? List.of() : List.copyOf(curves);
    }
  }

  /** How far an extrusion goes. */
  enum Extent {
    @JsonProperty("one side")
    ONE_SIDE,
    @JsonProperty("two sides")
    TWO_SIDES,
    @JsonProperty("symmetric")
    SYMMETRIC,
    @JsonProperty("through all")
    THROUGH_ALL
  }

  /** What becomes of an extruded solid. */
  enum Use {
    @JsonProperty("new body")
    NEW_BODY,
    @JsonProperty("unite")
    UNITE,
    @JsonProperty("subtract")
    SUBTRACT,
    @JsonProperty("intersect")
    INTERSECT
  }

  /**
   * Extrudes the regions of a sketch along its normal.
   *
   * @param depth on the side of the normal (the whole depth if symmetric; not used if through all)
   * @param backDepth on the other side, for two sides
   * @param reversed start against the normal
   * @param taper each side's inward tilt along its own direction; null for none
   * @param body name of the new body
   * @param targets bodies that the solid is united with, subtracted from, intersected with; null
   *     for the only one
   */
  record Extrude(
      String id,
      String label,
      boolean skipped,
      String sketch,
      Extent extent,
      Expr depth,
      Expr backDepth,
      boolean reversed,
      Expr taper,
      Use use,
      String body,
      List<String> targets)
      implements Step {
    public Extrude {
      extent = extent == null ? Extent.ONE_SIDE : extent;
      use = use == null ? Use.NEW_BODY : use;
      targets = targets == null ? List.of() : List.copyOf(targets);
    }
  }

  /** Faces with one draft angle; positive releases along the pull. */
  record DraftSet(List<FaceChoice> faces, Expr angle) {
    public DraftSet {
      faces = faces == null ? List.of() : List.copyOf(faces);
    }
  }

  /** Tilts faces about the lines in which they meet the neutral plane. */
  record Draft(
      String id,
      String label,
      boolean skipped,
      String body,
      Direction pull,
      PlaneRef neutral,
      List<DraftSet> sets)
      implements Step {
    public Draft {
      sets = sets == null ? List.of() : List.copyOf(sets);
    }
  }

  /** Faces with a wall thickness of their own. */
  record OwnThickness(List<FaceChoice> faces, Expr thickness) {
    public OwnThickness {
      faces = faces == null ? List.of() : List.copyOf(faces);
    }
  }

  /** Hollows a body to a wall. No open faces: closed and hollow. */
  record Shell(
      String id,
      String label,
      boolean skipped,
      String body,
      Expr thickness,
      boolean outwards,
      List<FaceChoice> open,
      List<OwnThickness> own)
      implements Step {
    public Shell {
      open = open == null ? List.of() : List.copyOf(open);
      own = own == null ? List.of() : List.copyOf(own);
    }
  }

  /** Edges with one size: the radius of a round or the leg of a chamfer. */
  record EdgeSet(List<EdgeChoice> edges, Expr size) {
    public EdgeSet {
      edges = edges == null ? List.of() : List.copyOf(edges);
    }
  }

  record Round(String id, String label, boolean skipped, String body, List<EdgeSet> sets)
      implements Step {
    public Round {
      sets = sets == null ? List.of() : List.copyOf(sets);
    }
  }

  record Chamfer(String id, String label, boolean skipped, String body, List<EdgeSet> sets)
      implements Step {
    public Chamfer {
      sets = sets == null ? List.of() : List.copyOf(sets);
    }
  }

  /**
   * Plain round holes into a plane, against its normal.
   *
   * @param depth null: through the whole body
   */
  record Hole(
      String id,
      String label,
      boolean skipped,
      String body,
      PlaneRef plane,
      List<Point2> points,
      Expr diameter,
      Expr depth)
      implements Step {
    public Hole {
      points = points == null ? List.of() : List.copyOf(points);
    }
  }

  /** Solids from a STEP file: a path beside the part file, or an entry of it once it is saved. */
  record Import(String id, String label, boolean skipped, String file) implements Step {}
}
