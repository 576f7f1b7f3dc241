package org.ankerdraft.core.operation;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.GeometryKernel.Combination;

/**
 * What a step does to a body, one act after the other, with tools that are made already. So what it
 * does in several places can be done together.
 *
 * @param what the step, for messages
 */
public record Work(String what, Body body, List<Act> acts) {
  /** One act. */
  public sealed interface Act {}

  /** An act that is done with tools, in one go. */
  public sealed interface OfTools extends Act {
    List<NamedShape> tools();

    /** The same with other tools. */
    OfTools with(List<NamedShape> others);
  }

  /** Tools united with the body or taken from it. */
  public record Combining(Combination how, List<NamedShape> tools) implements OfTools {
    public Combining {
      tools = List.copyOf(tools);
    }

    @Override
    public Combining with(List<NamedShape> others) {
      return new Combining(how, others);
    }
  }

  /** Tools taken from the body where they meet it, to make room for others. */
  public record Trimming(List<NamedShape> tools) implements OfTools {
    public Trimming {
      tools = List.copyOf(tools);
    }

    @Override
    public Trimming with(List<NamedShape> others) {
      return new Trimming(others);
    }
  }

  /** Tools laid against the body, with which they share no room. */
  public record Joining(List<NamedShape> tools) implements OfTools {
    public Joining {
      tools = List.copyOf(tools);
    }

    @Override
    public Joining with(List<NamedShape> others) {
      return new Joining(others);
    }
  }

  /** Proves that the body is a sheet of one thickness. */
  public record ProvingSheet() implements Act {}

  /**
   * Rounds where walls meet the body.
   *
   * @param isWall whether a face is one of the walls
   * @param radiusMm 0 for none
   * @param inCorners whether the corners between walls are rounded as well, where it fits
   */
  public record Rounding(Predicate<FaceName> isWall, double radiusMm, boolean inCorners)
      implements Act {}

  /**
   * What has come of it.
   *
   * @param inCorners whether corners between walls were rounded
   * @param apart whether each tool was rounded by itself
   */
  public record Done(NamedShape shape, boolean inCorners, boolean apart) {
    private Done with(NamedShape other) {
      return new Done(other, inCorners, apart);
    }
  }

  public Work {
    acts = List.copyOf(acts);
  }

  public static Work of(String what, Body body, Act... acts) {
    return new Work(what, body, List.of(acts));
  }

  public Done done(BuildContext context, String stepId) throws StepFailed, Ladder.Stopped {
    return together(context, Map.of(stepId, this));
  }

  /**
   * The same acts in several places: each act in all of them, then the next.
   *
   * @param byId what is done, by the ids under which faces are named; all to one body
   */
  static Done together(BuildContext context, Map<String, Work> byId)
      throws StepFailed, Ladder.Stopped {
    Work first = byId.values().iterator().next();
    Done now = new Done(first.body.named(), false, false);
    NamedShape before = now.shape;
    for (int act = 0; act < first.acts.size(); act++) {
      NamedShape was = now.shape;
      now =
          switch (first.acts.get(act)) {
            case OfTools c ->
                now.with(first.withTools(context, was, c.with(tools(byId, act)), byId));
            case ProvingSheet _ -> {
              SheetProof.of(context, first.what, now.shape, SheetProof.OF_RESULT);
              yield now;
            }
            case Rounding r -> first.rounded(context, now, before, r, byId, act);
          };
      before = was;
    }
    return now;
  }

  private static List<NamedShape> tools(Map<String, Work> byId, int act) {
    return byId.values().stream()
        .flatMap(w -> ((OfTools) w.acts.get(act)).tools().stream())
        .toList();
  }

  private NamedShape withTools(
      BuildContext context, NamedShape shape, OfTools act, Map<String, Work> byId)
      throws StepFailed, Ladder.Stopped {
    String id = byId.keySet().iterator().next();
    return switch (act) {
      case Combining c -> Combiner.combineAll(context, what, c.how, shape, c.tools, id);
      case Trimming t -> Combiner.makeRoom(context, what, shape, t.tools, id);
      case Joining j -> Joint.of(context, what, shape, j.tools, id).made(what);
    };
  }

  /**
   * @param before the body before the last act
   */
  private Done rounded(
      BuildContext context,
      Done now,
      NamedShape before,
      Rounding all,
      Map<String, Work> byId,
      int act)
      throws StepFailed, Ladder.Stopped {
    Set<Integer> roots = new TreeSet<>();
    Set<Integer> corners = new TreeSet<>();
    byId.forEach((id, work) -> {
      Predicate<FaceName> isWall = ((Rounding) work.acts.get(act)).isWall;
      roots.addAll(RootRound.edges(now.shape, id, isWall));
      corners.addAll(RootRound.corners(now.shape, isWall));
    });
    if (all.radiusMm == 0 || roots.isEmpty()) {
      return now;
    }
    String id = byId.keySet().iterator().next();
    if (all.inCorners && !corners.isEmpty()) {
      corners.addAll(roots);
      Optional<NamedShape> both =
          Blends.roundedIfTheyFit(context, id, now.shape, corners, all.radiusMm);
      if (both.isPresent()) {
        return new Done(named(both.get(), byId), true, now.apart);
      }
    }
    try {
      NamedShape done =
          Blends.rounded(context, what + ", round at its root", id, now.shape, roots, all.radiusMm);
      return now.with(named(done, byId));
    } catch (StepFailed clash) {
      RootsApart apart = new RootsApart(context, what, before, now.shape, all.radiusMm);
      return new Done(apart.of(byId, act).orElseThrow(() -> clash), now.inCorners, true);
    }
  }

  /** Rounds are named after the place at whose walls they lie. */
  private static NamedShape named(NamedShape rounded, Map<String, Work> byId) {
    String given = byId.keySet().iterator().next();
    return new NamedShape(
        rounded.shape(),
        rounded.faceNames().stream()
            .map(n ->
                n.step().equals(given) && !n.from().isEmpty()
                    ? n.from().stream()
                        .flatMap(f -> f.steps().stream())
                        .filter(byId::containsKey)
                        .findFirst()
                        .map(n::borneBy)
                        .orElse(n)
                    : n)
            .toList());
  }
}
