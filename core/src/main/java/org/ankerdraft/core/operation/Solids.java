package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.NamedShape;

/** Solids that steps make, used as a new body, solid or surface, or with others. */
public final class Solids {
  private Solids() {}

  /** What a step reads of the bodies to use its solid. */
  public static Inputs inputs(Use use, List<String> targets) {
    if (use.makesBody()) {
      return Inputs.NONE.bodyNames();
    }
    Inputs read = targets.isEmpty() ? Inputs.NONE.body(null) : Inputs.NONE;
    for (String target : targets) {
      read = read.body(target);
    }
    return read;
  }

  /**
   * The name of the body that a step makes.
   *
   * @param newName that was asked for; null for the step's id
   * @return null if it makes none
   */
  public static String startedBody(Use use, String newName, String stepId) {
    return !use.makesBody() ? null : newName == null ? stepId : newName;
  }

  /** What is done with a solid, and the name of the body that comes of it. */
  public static String inSummary(Use use, String newName, String stepId) {
    return Use.FORM.word(use) + (use.makesBody() ? " " + startedBody(use, newName, stepId) : "");
  }

  /** The bodies that a step works on: those named, or the only one. */
  public static List<Body> targets(BuildContext context, String what, List<String> names)
      throws StepFailed, Choosing.Adrift {
    if (names.isEmpty()) {
      return List.of(context.body(what, null));
    }
    List<Body> out = new ArrayList<>();
    for (String name : names) {
      out.add(context.body(what, name));
    }
    return out;
  }

  /**
   * The step with its solid.
   *
   * @param newName of the new body; null for the step's id
   */
  public static StepBuild used(
      BuildContext context,
      String what,
      String stepId,
      Use use,
      String newName,
      List<String> targets,
      Tool tool)
      throws StepFailed, Choosing.Adrift, Ladder.Stopped {
    NamedShape solid = tool.solid();
    if (use.makesBody()) {
      NamedShape made =
          use.isSurface()
              ? Skins.ofMade(context, what, stepId, solid, use == Use.CAPPED_SURFACE)
              : solid;
      return StepBuild.of(tool.strategy(), Prisms.newBody(context, what, stepId, newName, made));
    }
    List<Body> changed = new ArrayList<>();
    for (Body target : targets(context, what, targets)) {
      changed.add(
          new Body(
              target.name(),
              Combiner.combine(context, what, use.combination(), target.named(), solid, stepId)));
    }
    return new StepBuild(tool.strategy(), changed, null);
  }
}
