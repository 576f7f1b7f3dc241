package org.ankerdraft.core.step.sweep;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.vectors.Vec3;

/**
 * Where a profile that stands square to a path is at each place of it: turned about the path by a
 * twist and a guide, scaled by the guide.
 */
final class Carried {
  private final Track track;
  private final double twistRad;
  private final Guide guide;

  /**
   * @param twistRad from the beginning of the path to its end
   * @param guide null for none
   */
  Carried(Track track, double twistRad, Guide guide) {
    this.track = track;
    this.twistRad = twistRad;
    this.guide = guide;
  }

  Track track() {
    return track;
  }

  /** The profile at one place. */
  record Copy(Track.Stand first, Track.Stand stand, double turnRad, double scale) {
    Vec3 place(Vec3 p) {
      return stand.at().plus(way(p.minus(first.at())).times(scale));
    }

    Vec3 way(Vec3 v) {
      return first.in(stand, v).rotated(stand.ahead(), turnRad);
    }
  }

  /** Copies at places that follow each other. */
  List<Copy> at(List<Track.Stand> stands) throws StepFailed {
    List<Copy> out = new ArrayList<>();
    Guide.Walk walk = guide == null ? null : guide.walk();
    for (Track.Stand stand : stands) {
      double twist = twistRad * stand.lengthMm() / track.lengthMm();
      if (walk == null) {
        out.add(new Copy(track.first(), stand, twist, 1));
        continue;
      }
      Vec3 begun = track.first().in(stand, guide.start().minus(track.first().at()));
      Vec3 now = walk.at(stand).minus(stand.at());
      double turn = Math.atan2(begun.cross(now).dot(stand.ahead()), begun.dot(now));
      out.add(new Copy(track.first(), stand, twist + turn, now.length() / begun.length()));
    }
    return out;
  }

  /**
   * Volume between the first place and the last: at each the area by how far the centroid goes on
   * square to it (Pappus, in small steps).
   */
  double volumeMm3(double areaMm2, Vec3 centroid) throws StepFailed {
    List<Copy> all = at(track.stands());
    double sum = 0;
    for (int i = 1; i < all.size(); i++) {
      Copy a = all.get(i - 1);
      Copy b = all.get(i);
      Vec3 ahead = a.stand.ahead().plus(b.stand.ahead()).unit();
      double scale = (a.scale * a.scale + a.scale * b.scale + b.scale * b.scale) / 3;
      sum += areaMm2 * scale * b.place(centroid).minus(a.place(centroid)).dot(ahead);
    }
    return sum;
  }

  /** Where the outline first goes back instead of on, so that the solid would cross itself. */
  Optional<String> folds(List<Vec3> outline) throws StepFailed {
    List<Copy> all = at(track.stands());
    List<Vec3> places = outline.stream().map(all.getFirst()::place).toList();
    for (int i = 1; i < all.size(); i++) {
      Copy a = all.get(i - 1);
      Copy b = all.get(i);
      if (b.stand.lengthMm() == a.stand.lengthMm()) {
        continue;
      }
      Vec3 ahead = a.stand.ahead().plus(b.stand.ahead());
      List<Vec3> before = places;
      places = outline.stream().map(b::place).toList();
      for (int k = 0; k < outline.size(); k++) {
        if (places.get(k).minus(before.get(k)).dot(ahead) < 0) {
          return Optional.of(
              "the profile would run into itself after "
                  + Words.mm(a.stand.lengthMm())
                  + " of the path: it reaches further to the inside of the turn than its radius there");
        }
      }
    }
    return Optional.empty();
  }
}
