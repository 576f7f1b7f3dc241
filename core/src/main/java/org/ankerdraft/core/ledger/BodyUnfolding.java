package org.ankerdraft.core.ledger;

import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.BendMethod;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.core.sheet.Unfolder;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;

/** Flat patterns of a part's bodies, with the bend allowance that part and steps ask for. */
public final class BodyUnfolding {
  /** How far straightened curves of a flat may stray where nobody asks for less, mm. */
  public static final double CURVE_MM = 0.01;

  private BodyUnfolding() {}

  /** Names of the bodies that sheet steps made, in the order of the ledger. */
  public static Set<String> sheetBodies(PartState state) {
    Set<String> names = new LinkedHashSet<>();
    Set<String> sheetSteps =
        state.part().steps().stream()
            .filter(s -> StepKinds.of(s).isSheet())
            .map(Step::id)
            .collect(Collectors.toSet());
    for (StepResult r : state.steps()) {
      if (sheetSteps.contains(r.id()) && r.status() == StepStatus.BUILT) {
        r.bodies().forEach(b -> names.add(b.name()));
      }
    }
    names.retainAll(state.bodies().keySet());
    return names;
  }

  /**
   * Unfolds a body.
   *
   * @param forced the method for every bend, or null for what part and steps say
   * @param curveMm how far straightened curves may stray
   */
  public static FlatPattern unfold(
      Body body,
      PartState state,
      BendMethod forced,
      double curveMm,
      GeometryKernel kernel,
      Budget budget)
      throws CannotUnfold {
    NamedShape named = body.named();
    return Unfolder.unfold(
        named.shape(),
        kept(body, state),
        forced == null ? methods(named, state.part()) : face -> forced,
        curveMm,
        kernel,
        Tolerance.MODEL,
        budget);
  }

  /** The face that a conversion keeps, where it has the plain name of a face; else 0. */
  private static int kept(Body body, PartState state) {
    return state.part().steps().stream()
        .map(s -> StepKinds.of(s).keptFace())
        .filter(FaceChoice.Named.class::isInstance)
        .mapToInt(kept -> body.named().face(((FaceChoice.Named) kept).name()))
        .filter(face -> face > 0)
        .findFirst()
        .orElse(0);
  }

  private static Unfolder.Methods methods(NamedShape named, PartDocument part) throws CannotUnfold {
    Evaluator values = new Evaluator(part.definitions());
    BendMethod usual = resolved(part.process().sheetOrUsual().bending(), values, "the part");
    Map<String, BendMethod> byStep = new HashMap<>();
    for (Step step : part.steps()) {
      Bending own = StepKinds.of(step).bending();
      if (own != null) {
        byStep.put(step.id(), resolved(own, values, step.id()));
      }
    }
    return face -> byStep.getOrDefault(named.faceName(face).original().step(), usual);
  }

  private static BendMethod resolved(Bending bending, Evaluator values, String whose)
      throws CannotUnfold {
    try {
      return bending.resolve(values);
    } catch (ExpressionException e) {
      throw CannotUnfold.at(0, "the bend allowance of " + whose + ": " + e.getMessage());
    }
  }
}
