package org.ankerdraft.core.step.facecopy;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Skins;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.ChoiceWords;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepKind;

/** Faces copied as a surface. */
public final class FaceCopyKind extends StepKind<FaceCopy> {
  private static final String WHAT = "copy of faces";
  private static final Field<FaceCopy, List<FaceChoice>> FACES =
      Field.<FaceCopy, List<FaceChoice>>of("faces", FaceChoice.LIST, FaceCopy::faces)
          .label("Faces")
          .about("of a solid or a surface; those that meet hang together in the copy");
  private static final Field<FaceCopy, String> BODY =
      Field.<FaceCopy, String>of("body", References.BODY, FaceCopy::body)
          .label("Of body")
          .usual("the only one")
          .folded()
          .about("whose they are; may be left out while there is only one solid");
  private static final Field<FaceCopy, String> NEW_BODY =
      Field.<FaceCopy, String>of("newBody", References.NEW_BODY, FaceCopy::newBody)
          .label("Surface")
          .usual(s -> s.id())
          .about("name of the surface; default the step's id");

  public FaceCopyKind() {
    super(
        "copyFaces",
        FaceCopy.class,
        List.of(FACES, NEW_BODY, BODY),
        (head, v) -> new FaceCopy(head, v.get(FACES), v.get(BODY), v.get(NEW_BODY)),
        new Rail(Stage.SHAPE, "Copy faces", 'Y', "surface skin sheet offset extract", true));
  }

  @Override
  public Inputs reads(FaceCopy s) {
    return Inputs.NONE.body(s.body()).bodyNames();
  }

  @Override
  public StepBuild build(FaceCopy step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    NamedShape of = in.anyBody(WHAT, step.body()).named();
    if (step.faces().isEmpty()) {
      throw StepFailed.waits(WHAT, "no faces are chosen");
    }
    Set<Integer> faces = in.someFaces(WHAT, of, step.faces());
    NamedShape surface = Skins.ofFaces(in, WHAT, of, faces);
    List<FaceName> names =
        surface.faceNames().stream().map(name -> FaceName.from(step.id(), "face", name)).toList();
    return StepBuild.of(
        "copied",
        Prisms.newBody(in, WHAT, step.id(), step.made(), new NamedShape(surface.shape(), names)));
  }

  @Override
  public String title() {
    return "Copy faces";
  }

  @Override
  public String startedBody(FaceCopy s) {
    return s.made();
  }

  @Override
  public String summary(FaceCopy s) {
    return (s.faces().isEmpty()
            ? "?"
            : s.faces().stream()
                .limit(2)
                .map(ChoiceWords::face)
                .collect(Collectors.joining(", ", "", s.faces().size() > 2 ? " ..." : "")))
        + ", surface "
        + s.made();
  }

  @Override
  public Fresh<FaceCopy> fresh(Picks picks) {
    return Fresh.of(new FaceCopy(picks.head("copyFaces"), picks.faces(), picks.body(), null));
  }
}
