package org.ankerdraft.core.part;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.select.FaceWords;
import org.ankerdraft.core.step.Step;

/** What the steps of a part are called, so that no two are called alike. */
public final class StepTitles {
  private final Map<String, String> titles = new HashMap<>();

  private StepTitles() {}

  /** Labels, else kinds; steps that share one have their number in the ledger added. */
  public static StepTitles of(PartDocument part) {
    Map<String, Integer> uses = new LinkedHashMap<>();
    for (Step s : part.steps()) {
      uses.merge(StepKinds.of(s).title(), 1, Integer::sum);
    }
    StepTitles out = new StepTitles();
    for (int i = 0; i < part.steps().size(); i++) {
      Step s = part.steps().get(i);
      String title = StepKinds.of(s).title();
      out.titles.put(s.id(), uses.get(title) == 1 ? title : title + " (step " + (i + 1) + ")");
    }
    return out;
  }

  /** Empty if the part has no such step. */
  public Optional<String> title(String step) {
    return Optional.ofNullable(titles.get(step));
  }

  /** Names of faces and edges in these words. */
  public FaceWords words() {
    return new FaceWords(this::title);
  }
}
