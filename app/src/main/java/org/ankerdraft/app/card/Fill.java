package org.ankerdraft.app.card;

import java.util.Optional;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.step.Offer;
import org.ankerdraft.core.step.Step;

/** Fills in what a choice on a card leaves open. */
final class Fill {
  private Fill() {}

  /**
   * A step whose plane has just been chosen to be that of a datum or sketch stands on the last one
   * before it. A name that it had before stays, though nothing may have it any more.
   */
  static Step planes(Step changed, PartDocument part) {
    Optional<Step> was = part.step(changed.id());
    Optional<String> last = lastPlaneBefore(changed.id(), part);
    if (was.isEmpty() || last.isEmpty()) {
      return changed;
    }
    return StepKinds.of(changed)
        .changed(
            new Form.Change() {
              @Override
              @SuppressWarnings("unchecked") // references are names
              public <V> V of(Form<V> form, V value) {
                boolean isNew =
                    form.equals(References.PLANE)
                        && value != null
                        && part.step((String) value).isEmpty()
                        && !StepKinds.of(was.get()).namedSteps().contains(value);
                return isNew ? (V) last.get() : value;
              }
            });
  }

  private static Optional<String> lastPlaneBefore(String id, PartDocument part) {
    return part.steps().stream()
        .takeWhile(s -> !s.id().equals(id))
        .filter(s -> StepKinds.of(s).offers(Offer.PLANE))
        .reduce((a, b) -> b)
        .map(Step::id);
  }
}
