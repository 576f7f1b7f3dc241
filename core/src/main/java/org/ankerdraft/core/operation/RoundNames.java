package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.ankerdraft.core.operation.RoundsBeside.Joint;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;

/**
 * Names of rounds that were put on again. Of a row of rounds the library may tell that two came of
 * one edge and none of another; what they lie between tells it.
 */
final class RoundNames {
  private final NamedShape made;
  private final List<FaceName> names;
  private final Set<FaceName> ofRounds = new HashSet<>();

  private RoundNames(NamedShape made, List<Joint> joints) {
    this.made = made;
    this.names = new ArrayList<>(made.faceNames());
    joints.forEach(j -> ofRounds.add(j.roundName().bare()));
  }

  /**
   * The same body, where each round that lies between the faces of a joint has its name.
   *
   * @param joints whose rounds have just been put on
   */
  static NamedShape byWhatTheyJoin(NamedShape made, List<Joint> joints) {
    RoundNames all = new RoundNames(made, joints);
    joints.forEach(all::find);
    return new NamedShape(made.shape(), all.names);
  }

  private void find(Joint lost) {
    FaceName name = lost.roundName().bare();
    if (names.stream().anyMatch(n -> n.bare().equals(name))) {
      return;
    }
    int[] between =
        IntStream.rangeClosed(1, names.size())
            .filter(f -> ofRounds.contains(names.get(f - 1).bare()) && isBetween(f, lost))
            .toArray();
    if (between.length == 1) {
      FaceName other = names.set(between[0] - 1, lost.roundName()).bare();
      int[] left =
          IntStream.range(0, names.size()).filter(i -> names.get(i).bare().equals(other)).toArray();
      if (left.length == 1) {
        names.set(left[0], other);
      }
    }
  }

  private boolean isBetween(int face, Joint joint) {
    Set<FaceName> beside = new HashSet<>();
    made.topology().edges().stream()
        .filter(e -> e.faces().contains(face) && e.across(face) > 0)
        .forEach(e -> beside.add(names.get(e.across(face) - 1).bare()));
    return beside.contains(joint.a().bare()) && beside.contains(joint.b().bare());
  }
}
