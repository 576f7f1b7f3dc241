package org.ankerdraft.core.check;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.sheet.FlatArea;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Size of holes and slots, and how near they stand to edges and bends. */
final class HoleRules extends FlatRules {
  private static final double SLOT_RATIO = 1.5;

  HoleRules(FlatRules of) {
    super(of);
  }

  @Override
  void judge() {
    for (int h = 0; h < flat.holes().size(); h++) {
      holeSize(h);
      holeToEdge(h);
      for (int other = h + 1; other < flat.holes().size(); other++) {
        web(h, other);
      }
      for (FlatBend b : flat.bends()) {
        holeToBend(h, b);
      }
    }
    flat.bends().forEach(this::notch);
  }

  private void web(int h, int other) {
    Limit limit = book.limit("hole.web");
    FlatArea.Way way = area.holeToHole(h, other);
    if (way.lengthMm() < limit.value() * t - SLACK_MM) {
      add(
          limit,
          "Web between holes is narrow",
          way.lengthMm(),
          limit.value() * t,
          way.from(),
          List.of(),
          "two holes leave a web of "
              + Words.mm(round(way.lengthMm()))
              + " between them; "
              + Words.mm(limit.value() * t)
              + " wanted",
          null);
    }
  }

  private void notch(FlatBend b) {
    area.notchInBend(b)
        .ifPresent(at ->
            add(
                book.limit("hole.across"),
                "Notch runs into a bend",
                0,
                0,
                at,
                facesOf(b),
                "a notch of the outline reaches into bend "
                    + b.number()
                    + "; folding will pull it out of shape",
                null));
  }

  private void holeSize(int h) {
    Limit limit = book.limit("hole.diameter");
    double narrow = area.widthOfHole(h, limit.value() * t);
    if (narrow < limit.value() * t - SLACK_MM) {
      add(
          limit,
          "Hole is small",
          narrow,
          limit.value() * t,
          flat.holes().get(h).curves().getFirst().start(),
          List.of(),
          "a hole is "
              + Words.mm(round(narrow))
              + " wide where it is narrowest; "
              + Words.mm(limit.value() * t)
              + " can be cut well in this sheet",
          null);
    }
  }

  private void holeToEdge(int h) {
    Limit limit = book.limit("hole.edge");
    FlatArea.Way way = area.holeToOutline(h);
    if (way.lengthMm() < limit.value() * t - SLACK_MM) {
      add(
          limit,
          "Hole is near the edge",
          way.lengthMm(),
          limit.value() * t,
          way.from(),
          List.of(),
          "a hole stands "
              + Words.mm(round(way.lengthMm()))
              + " off the edge; "
              + Words.mm(limit.value() * t)
              + " wanted",
          null);
    }
  }

  private void holeToBend(int h, FlatBend b) {
    FlatArea.Way way = area.holeToBend(h, b);
    if (way.lengthMm() <= SLACK_MM) {
      Limit limit = book.limit("hole.across");
      add(
          limit,
          "Cut-out runs into a bend",
          0,
          0,
          way.from(),
          facesOf(b),
          "a cut-out lies in bend " + b.number() + "; folding will pull it out of shape",
          null);
      return;
    }
    Xy size = area.sizeOfHole(h, b.along());
    boolean slot = size.x() > SLOT_RATIO * size.y();
    Limit limit = book.limit(slot ? "slot.bend" : "hole.bend");
    double required = limit.value() * t + b.radiusMm();
    if (way.lengthMm() < required - SLACK_MM) {
      Xy away = way.from().minus(way.to()).times(1 / way.lengthMm());
      add(
          limit,
          (slot ? "Slot" : "Hole") + " is near a bend",
          way.lengthMm(),
          required,
          way.from(),
          facesOf(b),
          "a "
              + (slot ? "slot" : "hole")
              + " stands "
              + Words.mm(round(way.lengthMm()))
              + " off bend "
              + b.number()
              + "; "
              + Words.mm(round(required))
              + " wanted",
          movedHole(way, away.times(required - way.lengthMm())).orElse(null));
    }
  }

  private Optional<Step> movedHole(FlatArea.Way way, Xy by) {
    Vec3 from = inSpace(way.from());
    Vec3 to = inSpace(way.from().plus(by));
    return repairs.movedHole(from, to.minus(from));
  }
}
