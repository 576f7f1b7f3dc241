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

/** Bodies from a STEP file. Faces are named by their number in the file's solid. */
final class ImportBuilder {
  private static final String WHAT = "import";
  private static final int LONGEST_NAME = 100;

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
        if (read.shapes().isEmpty()) {
          throw new StepFailed(
              WHAT,
              "file "
                  + step.file()
                  + " holds no solid"
                  + (read.warnings().isEmpty() ? "" : ": " + read.warnings().getFirst()));
        }
        yield new StepBuild(String.join("; ", read.warnings()), bodies(read), null);
      }
    };
  }

  private List<Body> bodies(Imported read) throws StepFailed, Ladder.Stopped {
    List<Body> bodies = new ArrayList<>();
    Set<String> taken = new HashSet<>();
    for (int i = 0; i < read.shapes().size(); i++) {
      Shape shape = read.shapes().get(i);
      Optional<String> fault =
          Proofs.soundness(Proofs.Of.BODY, shape, context.kernel, context.budget());
      if (fault.isPresent()) {
        throw new StepFailed(
            WHAT, "solid " + (i + 1) + " of " + step.file() + " is damaged: " + fault.get());
      }
      String plain = plainName(read.names().get(i));
      String name = plain;
      for (int n = 2; context.isTaken(name) || taken.contains(name); n++) {
        name = plain + " " + n;
      }
      taken.add(name);
      bodies.add(new Body(name, named(shape, i, read.shapes().size())));
    }
    return bodies;
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

  private NamedShape named(Shape shape, int solid, int solids) {
    List<FaceName> names = new ArrayList<>();
    String prefix = solids > 1 ? (solid + 1) + "." : "";
    for (int f = 1; f <= shape.topology().faces().size(); f++) {
      names.add(FaceName.ofPart(step.id(), "face", prefix + f));
    }
    return new NamedShape(shape, names);
  }
}
