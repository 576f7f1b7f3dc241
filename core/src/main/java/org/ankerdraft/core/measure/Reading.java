package org.ankerdraft.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.measure.Measuring.Measured;
import org.ankerdraft.core.measure.Measuring.Thing;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.vectors.Vec3;

/**
 * What was read off one thing, or between two.
 *
 * @param from where the shortest way between two begins; null for one thing
 * @param to where it ends
 * @param failed why nothing could be measured, or null
 */
public record Reading(List<Property> properties, Vec3 from, Vec3 to, String failed) {
  private static final int SECONDS = 30;

  /** Measures one or two things of a part. */
  public static Reading of(GeometryKernel kernel, PartState state, List<Thing> things) {
    if (things.size() < 2) {
      return new Reading(
          Property.of(things.getFirst(), density(state, things.getFirst())), null, null, null);
    }
    Outcome<Measured> outcome =
        Measuring.measure(kernel, things.get(0), things.get(1), Budget.ofSeconds(SECONDS));
    return switch (outcome) {
      case Outcome.Done<Measured>(Measured m) -> between(m);
      case Outcome.Failed<Measured>(var failure) ->
          new Reading(List.of(), null, null, failure.message());
    };
  }

  /** Measures what texts stand for; says what is not there. */
  public static Reading ofTexts(GeometryKernel kernel, PartState state, List<String> texts) {
    List<Thing> things = new ArrayList<>();
    for (String text : texts) {
      switch (Things.find(state, text)) {
        case Things.Sought.Found(Thing thing) -> things.add(thing);
        case Things.Sought.Missing(String why) -> {
          return new Reading(List.of(), null, null, why);
        }
      }
    }
    return of(kernel, state, things);
  }

  /** All of it in one line. */
  public String inWords() {
    return failed != null
        ? failed
        : properties.stream().map(Property::inWords).collect(Collectors.joining(", "));
  }

  private static Reading between(Measured m) {
    List<Property> out = new ArrayList<>();
    out.add(new Property("distance", m.distanceMm(), "mm"));
    m.normalsRad().ifPresent(r -> out.add(new Property("angle", Math.toDegrees(r), "deg")));
    m.insideRad()
        .ifPresent(r -> out.add(new Property("through the material", Math.toDegrees(r), "deg")));
    return new Reading(out, m.from(), m.to(), null);
  }

  private static double density(PartState state, Thing thing) {
    boolean isSheet =
        thing instanceof Thing.Whole(var body)
            && BodyUnfolding.sheetBodies(state).contains(body.name());
    return RuleBook.forPart(state.part()).map(b -> b.densityGPerCm3(isSheet)).orElse(Double.NaN);
  }
}
