package org.ankerdraft.core.step.combine;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.kernel.GeometryKernel.Combination;

/** Bodies combined with others. */
public final class CombineKind extends StepKind<Combine> {
  private static final String WHAT = "combine";
  private static final WordForm<Combination> WAYS =
      WordForm.of(Combination.UNITE, "unite")
          .or(Combination.SUBTRACT, "subtract")
          .or(Combination.INTERSECT, "intersect");
  private static final Field<Combine, Combination> HOW =
      Field.<Combine, Combination>of("how", WAYS, Combine::how)
          .otherwise(Combination.UNITE)
          .label("How")
          .about(
              "unite with the others; subtract them from it; intersect: what it has in common with"
                  + " all of them");
  private static final Field<Combine, String> BODY =
      Field.<Combine, String>of("body", References.BODY, Combine::body)
          .required()
          .label("Body")
          .about("that is changed");
  private static final Field<Combine, List<String>> TOOLS =
      Field.<Combine, List<String>>of(
              "tools", ListForm.of(References.BODY, "bodies"), Combine::tools)
          .label("With bodies")
          .about("the others");
  private static final Field<Combine, Boolean> KEEPS =
      Field.<Combine, Boolean>of(
              "keepTools", new FlagForm("are used up", "stay"), Combine::keepsTools)
          .label("These")
          .about("true: the others stay; else they are used up");

  public CombineKind() {
    super(
        WHAT,
        Combine.class,
        List.of(HOW, BODY, TOOLS, KEEPS),
        (head, v) -> new Combine(head, v.get(BODY), v.get(HOW), v.get(TOOLS), v.is(KEEPS)),
        new Rail(
            Stage.SHAPE,
            "Combine bodies",
            'B',
            "boolean unite join subtract cut intersect common",
            true));
  }

  @Override
  public Inputs reads(Combine s) {
    Inputs read = Inputs.NONE.body(s.body());
    for (String tool : s.tools()) {
      read = read.body(tool);
    }
    return read;
  }

  @Override
  public Set<String> consumedBodies(Combine s) {
    return s.keepsTools() ? Set.of() : new LinkedHashSet<>(s.tools());
  }

  @Override
  public StepBuild build(Combine step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    if (step.tools().isEmpty()) {
      throw StepFailed.waits(WHAT, "no bodies are named to combine it with");
    }
    if (step.tools().contains(step.body())) {
      throw new StepFailed(WHAT, "the body " + step.body() + " cannot be combined with itself");
    }
    Body body = in.body(WHAT, step.body());
    NamedShape result = body.named();
    if (step.how() == Combination.INTERSECT) {
      for (String tool : step.tools()) {
        NamedShape other = in.body(WHAT, tool).named();
        result = Combiner.combine(in, WHAT, step.how(), result, other, step.id());
      }
    } else {
      List<NamedShape> others = new ArrayList<>();
      for (String tool : step.tools()) {
        others.add(in.body(WHAT, tool).named());
      }
      result = Combiner.combineAll(in, WHAT, step.how(), result, others, step.id());
    }
    return StepBuild.of("", new Body(body.name(), result));
  }

  @Override
  public String title() {
    return "Combine bodies";
  }

  @Override
  public String summary(Combine s) {
    return WAYS.word(s.how()) + " " + s.body() + ", " + String.join(", ", s.tools());
  }

  @Override
  public Fresh<Combine> fresh(Picks picks) {
    if (picks.bodies().size() < 2) {
      return new Fresh<>(null, "there are not two bodies to combine");
    }
    String body = picks.body() == null ? picks.bodies().getFirst() : picks.body();
    return Fresh.of(
        new Combine(
            picks.head(WHAT),
            body,
            Combination.UNITE,
            picks.bodies().stream().filter(b -> !b.equals(body)).limit(1).toList(),
            false));
  }
}
