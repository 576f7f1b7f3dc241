package org.ankerdraft.core.kinds;

import java.util.List;
import org.ankerdraft.core.form.VariantForm;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.base.BaseKind;
import org.ankerdraft.core.step.boss.BossKind;
import org.ankerdraft.core.step.chamfer.ChamferKind;
import org.ankerdraft.core.step.combine.CombineKind;
import org.ankerdraft.core.step.convert.ConvertKind;
import org.ankerdraft.core.step.datum.DatumAxisKind;
import org.ankerdraft.core.step.datum.DatumPlaneKind;
import org.ankerdraft.core.step.divide.DivideKind;
import org.ankerdraft.core.step.draft.DraftKind;
import org.ankerdraft.core.step.erase.EraseKind;
import org.ankerdraft.core.step.extrude.ExtrudeKind;
import org.ankerdraft.core.step.facecopy.FaceCopyKind;
import org.ankerdraft.core.step.flange.FlangeKind;
import org.ankerdraft.core.step.folded.FoldedKind;
import org.ankerdraft.core.step.hem.HemKind;
import org.ankerdraft.core.step.hole.HoleKind;
import org.ankerdraft.core.step.imported.ImportKind;
import org.ankerdraft.core.step.joggle.JoggleKind;
import org.ankerdraft.core.step.lip.LipKind;
import org.ankerdraft.core.step.loft.LoftKind;
import org.ankerdraft.core.step.pattern.PatternKind;
import org.ankerdraft.core.step.revolve.RevolveKind;
import org.ankerdraft.core.step.rib.RibKind;
import org.ankerdraft.core.step.round.RoundKind;
import org.ankerdraft.core.step.screwboss.ScrewBossKind;
import org.ankerdraft.core.step.shell.ShellKind;
import org.ankerdraft.core.step.shift.ShiftKind;
import org.ankerdraft.core.step.sketch.SketchKind;
import org.ankerdraft.core.step.sweep.SweepKind;

/** The one list of the kinds of steps. A new kind is a package of its own and a line here. */
public final class StepKinds {
  /** All kinds, in the order of the documentation and the rail. */
  public static final List<StepKind<?>> ALL =
      List.of(
          new SketchKind(),
          new ExtrudeKind(),
          new RevolveKind(),
          new SweepKind(),
          new LoftKind(),
          new BossKind(),
          new ScrewBossKind(),
          new HoleKind(),
          new RibKind(),
          new LipKind(),
          new PatternKind(),
          new DivideKind(),
          new CombineKind(),
          new DatumPlaneKind(),
          new DatumAxisKind(),
          new EraseKind(),
          new ShiftKind(),
          new FaceCopyKind(),
          new DraftKind(),
          new ShellKind(),
          new RoundKind(),
          new ChamferKind(),
          new ImportKind(),
          new BaseKind(),
          new FoldedKind(),
          new FlangeKind(),
          new HemKind(),
          new JoggleKind(),
          new ConvertKind());

  /** How a step of any kind stands in a file. */
  public static final VariantForm<Step> FORM = form();

  private StepKinds() {}

  private static VariantForm<Step> form() {
    VariantForm<Step> all = new VariantForm<>("step", "kind");
    ALL.forEach(kind -> add(all, kind));
    return all;
  }

  private static <S extends Step> void add(VariantForm<Step> all, StepKind<S> kind) {
    all.or(kind.word(), kind.type(), kind.form());
  }

  /** A step with its kind. */
  public static KnownStep<?> of(Step step) {
    for (StepKind<?> kind : ALL) {
      if (kind.type().isInstance(step)) {
        return known(kind, step);
      }
    }
    throw new IllegalArgumentException("no kind of step: " + step);
  }

  private static <S extends Step> KnownStep<S> known(StepKind<S> kind, Step step) {
    return new KnownStep<>(kind, kind.type().cast(step));
  }
}
