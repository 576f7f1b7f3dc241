package org.ankerdraft.core.build;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.GeometryKernel.Imported;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;

/** Bodies from a STEP file. Faces are named by their number in the file's solid. */
final class ImportBuilder {
  private static final String WHAT = "import";

  private final BuildContext context;
  private final Step.Import step;

  ImportBuilder(BuildContext context, Step.Import step) {
    this.context = context;
    this.step = step;
  }

  StepBuild build() throws StepFailed, Ladder.Stopped {
    byte[] data = context.files.get(step.file());
    if (data == null) {
      throw new StepFailed(WHAT, "file " + step.file() + " is not there");
    }
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

  private List<Body> bodies(Imported read) {
    List<Body> bodies = new ArrayList<>();
    Set<String> taken = new HashSet<>(context.bodies.keySet());
    for (int i = 0; i < read.shapes().size(); i++) {
      String plain = read.names().get(i).isBlank() ? step.id() : read.names().get(i);
      String name = plain;
      for (int n = 2; !taken.add(name); n++) {
        name = plain + " " + n;
      }
      bodies.add(new Body(name, named(read.shapes().get(i), i, read.shapes().size()), ""));
    }
    return bodies;
  }

  private NamedShape named(Shape shape, int solid, int solids) {
    List<String> names = new ArrayList<>();
    String prefix = step.id() + "/face:" + (solids > 1 ? (solid + 1) + "." : "");
    for (int f = 1; f <= shape.topology().faces().size(); f++) {
      names.add(prefix + f);
    }
    return new NamedShape(shape, names);
  }
}
