package org.ankerdraft.core.step.imported;

import java.util.List;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.StepKind;

/** Imports from STEP. */
public final class ImportKind extends StepKind<Import> {
  private static final Field<Import, String> FILE =
      Field.<Import, String>of("file", TextForm.FILE, Import::file)
          .required()
          .label("File")
          .about(
              "a STEP file beside the JSON, or under files/ in the part file; one body for each"
                  + " solid and each surface");

  public ImportKind() {
    super("import", Import.class, List.of(FILE), (head, v) -> new Import(head, v.get(FILE)), null);
  }

  /** The step that brings a file in. */
  public static Import of(String id, String file) {
    return new Import(Head.of(id), file);
  }

  @Override
  public Inputs reads(Import s) {
    return Inputs.NONE.file(s.file()).bodyNames();
  }

  @Override
  public StepBuild build(Import step, BuildContext in) throws StepFailed, Ladder.Stopped {
    return new ImportBuilder(in, step).build();
  }

  @Override
  public String summary(Import s) {
    return s.file();
  }

  @Override
  public Fresh<Import> fresh(Picks picks) {
    return new Fresh<>(null, "open a STEP file to bring it in");
  }
}
