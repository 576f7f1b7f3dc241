package org.ankerdraft.core.step.imported;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.GeometryKernel.Imported;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;

/**
 * Solids and surfaces from a STEP file. Faces are named by their number in the file's solid, or
 * surface.
 */
final class ImportBuilder {
  private static final String WHAT = "import";
  private static final int LONGEST_NAME = 100;

  /** Begins the numbers of the faces of surfaces. */
  private static final String SURFACE = "s";

  private final BuildContext context;
  private final Import step;

  ImportBuilder(BuildContext context, Import step) {
    this.context = context;
    this.step = step;
  }

  StepBuild build() throws StepFailed, Ladder.Stopped {
    byte[] data = context.file(WHAT, step.file());
    return switch (context.kernel.readStep(data, context.budget())) {
      case Outcome.Failed<Imported>(var failure) ->
          throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), null));
      case Outcome.Done<Imported>(Imported read) -> {
        List<String> notes = new ArrayList<>(read.warnings());
        List<Body> bodies = bodies(read, notes);
        if (bodies.isEmpty()) {
          throw new StepFailed(
              WHAT,
              "file "
                  + step.file()
                  + " holds no solid and no surface"
                  + (notes.isEmpty() ? "" : ": " + notes.getFirst()));
        }
        yield new StepBuild(String.join("; ", notes), bodies, null);
      }
    };
  }

  private List<Body> bodies(Imported read, List<String> notes) throws StepFailed, Ladder.Stopped {
    long solids = read.shapes().stream().filter(s -> !s.isSurface()).count();
    List<Body> bodies = new ArrayList<>();
    Set<String> taken = new HashSet<>();
    int solid = 0;
    int surface = 0;
    for (int i = 0; i < read.shapes().size(); i++) {
      Shape shape = read.shapes().get(i);
      String prefix;
      if (shape.isSurface()) {
        surface++;
        if (isLeftOut(shape, surface, notes)) {
          continue;
        }
        prefix = SURFACE + surface + ".";
      } else {
        solid++;
        refuseDamaged(shape, solid);
        prefix = solids > 1 ? solid + "." : "";
      }
      String name = freeName(plainName(read.names().get(i)), taken);
      taken.add(name);
      bodies.add(new Body(name, named(shape, prefix)));
    }
    return bodies;
  }

  private String freeName(String plain, Set<String> taken) {
    String name = plain;
    for (int n = 2; context.isTaken(name) || taken.contains(name); n++) {
      name = plain + " " + n;
    }
    return name;
  }

  private void refuseDamaged(Shape solid, int number) throws StepFailed, Ladder.Stopped {
    Optional<String> fault =
        Proofs.soundness(Proofs.Of.BODY, solid, context.kernel, context.budget());
    if (fault.isPresent()) {
      throw new StepFailed(
          WHAT, "solid " + number + " of " + step.file() + " is damaged: " + fault.get());
    }
  }

  /**
   * Surfaces are often but remains of what the file is about: one that is damaged stops nothing.
   */
  private boolean isLeftOut(Shape surface, int number, List<String> notes) throws Ladder.Stopped {
    Optional<String> fault = Proofs.surfaceSoundness(surface, context.kernel, context.budget());
    fault.ifPresent(f -> notes.add("surface " + number + " was left out: " + f));
    return fault.isPresent();
  }

  /** The solid's name in the file where it can be a body's, else that of the step. */
  private String plainName(String given) {
    String name = given.strip();
    boolean fits =
        TextForm.NAME.fault(name).isEmpty()
            && name.length() <= LONGEST_NAME
            && name.chars().noneMatch(Character::isISOControl);
    return fits ? name : step.id();
  }

  private NamedShape named(Shape shape, String prefix) {
    List<FaceName> names = new ArrayList<>();
    for (int f = 1; f <= shape.topology().faces().size(); f++) {
      names.add(FaceName.ofPart(step.id(), "face", prefix + f));
    }
    return new NamedShape(shape, names);
  }
}
