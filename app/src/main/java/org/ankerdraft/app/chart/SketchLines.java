package org.ankerdraft.app.chart;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;

/**
 * The curves of sketches as lines in the part: of the selected sketch, or of all while there is no
 * body.
 */
public final class SketchLines {
  private SketchLines() {}

  public static List<List<Vec3>> of(Session session) {
    Optional<ResolvedSketch> selected = session.selectedResult().map(StepResult::sketch);
    if (selected.isPresent()) {
      return Aids.lines(session, session.selectedStep().orElseThrow(), selected.get());
    }
    List<List<Vec3>> all = new ArrayList<>();
    if (session.bodies().isEmpty()) {
      session.state().map(PartState::steps).orElse(List.of()).stream()
          .map(StepResult::sketch)
          .filter(s -> s != null)
          .forEach(s -> all.addAll(lines(s)));
    }
    return all;
  }

  private static List<List<Vec3>> lines(ResolvedSketch sketch) {
    return sketch.curves().stream().map(ProfileCurve::points).toList();
  }
}
