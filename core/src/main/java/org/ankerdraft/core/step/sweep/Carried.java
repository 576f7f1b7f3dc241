package org.ankerdraft.core.step.sweep;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Where a profile that stands square to a path is at each place of it: turned about the path by a
 * twist, turned and scaled by a guide, stretched by several.
 */
final class Carried {
  /** So far a guide may be passed by, where several cannot all be followed. */
  private static final double PASSED_MM = 0.01;

  /** A profile whose area shrinks to this share is pressed flat. */
  private static final double FLAT = 1e-6;

  private final Track track;
  private final double twistRad;
  private final List<Guide> guides;

  /**
   * @param twistRad from the beginning of the path to its end
   */
  Carried(Track track, double twistRad, List<Guide> guides) {
    this.track = track;
    this.twistRad = twistRad;
    this.guides = List.copyOf(guides);
  }

  Track track() {
    return track;
  }

  /**
   * The profile at one place.
   *
   * @param stretch of the profile in its plane, by the sides of the path's frame
   */
  record Copy(Track.Stand first, Track.Stand stand, Stretch stretch) {
    Vec3 place(Vec3 p) {
      return stand.at().plus(way(p.minus(first.at())));
    }

    /**
     * Square to the plane by as much as areas grow, so that turning and scaling is that in space.
     */
    Vec3 way(Vec3 v) {
      Xy in = stretch.of(first.flat(v));
      double on = v.dot(first.ahead()) * Math.sqrt(stretch.areaScale());
      return stand.inSpace(in).plus(stand.ahead().times(on));
    }
  }

  /** Copies at places that follow each other. */
  List<Copy> at(List<Track.Stand> stands) throws StepFailed {
    List<Copy> out = new ArrayList<>();
    List<Guide.Walk> walks = guides.stream().map(Guide::walk).toList();
    List<Xy> begun =
        guides.stream().map(g -> track.first().flat(g.start().minus(track.first().at()))).toList();
    for (Track.Stand stand : stands) {
      Stretch twist = Stretch.turn(twistRad * stand.lengthMm() / track.lengthMm());
      if (walks.isEmpty()) {
        out.add(new Copy(track.first(), stand, twist));
        continue;
      }
      List<Xy> now = new ArrayList<>();
      for (Guide.Walk walk : walks) {
        now.add(stand.flat(walk.at(stand).minus(stand.at())));
      }
      Stretch guided = Stretch.fitted(begun, now);
      mustFollow(guided, begun, now, stand);
      out.add(new Copy(track.first(), stand, guided.after(twist)));
    }
    return out;
  }

  private void mustFollow(Stretch guided, List<Xy> begun, List<Xy> now, Track.Stand stand)
      throws StepFailed {
    String where = "after " + Words.mm(stand.lengthMm()) + " of the path";
    for (int i = 0; i < begun.size(); i++) {
      double passed = guided.of(begun.get(i)).minus(now.get(i)).length();
      if (passed > PASSED_MM) {
        throw new StepFailed(
            SweepBuilder.WHAT,
            "the profile cannot follow all guides: "
                + where
                + " it passes guide "
                + guides.get(i).name()
                + " by "
                + Words.mm(passed)
                + "; two that do not begin in one line with the path can be followed always");
      }
    }
    if (guided.areaScale() < FLAT) {
      throw new StepFailed(
          SweepBuilder.WHAT, where + " the guides press the profile flat, or turn it inside out");
    }
  }

  /** On a closed path the profile must end as it began, each curve of it on itself. */
  void mustClose(List<Vec3> outline) throws StepFailed {
    Copy end = at(track.stands()).getLast();
    for (Vec3 p : outline) {
      double off = end.place(p).distance(p);
      if (off > PASSED_MM) {
        throw new StepFailed(
            SweepBuilder.WHAT,
            "the path closes, but the profile does not end as it began: it is off by "
                + Words.mm(off)
                + "; it must twist by whole turns, and guides must close as well");
      }
    }
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
      // Simpson's rule is exact for what is a quadratic between two places.
      double scale =
          (a.stretch.areaScale()
                  + 4 * a.stretch.towards(b.stretch).areaScale()
                  + b.stretch.areaScale())
              / 6;
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
