package org.ankerdraft.core.survey;

import org.ankerdraft.core.geometry.Bvh;

/**
 * Lets a ball that is held beside where it touches (in an outside corner, on the end of a rib) grow
 * along the middle of the material until it is held from two sides that look at each other: then it
 * measures a wall. The ball touches some faces; it moves away from them all alike, so that it grows
 * at a constant rate, until something else holds it, as a sphere shrinks to its contact in {@link
 * WallField}.
 */
final class Climb {
  private static final int MOST_MOVES = 40;
  private static final int MOST_ROUNDS = 24;
  private static final int MOST_CONTACTS = 4;

  /** Contacts whose directions from the centre make more than 120 deg hold a ball (cosine). */
  private static final double ACROSS = -0.5;

  /** Held from all around: no way leads away from all contacts. */
  private static final double LEAST_RATE = 0.1;

  /** A move shorter than this share of the radius is none. */
  private static final double LEAST_MOVE = 1e-3;

  /** Contacts this near to each other, as a share of the radius, are one. */
  private static final double SAME_CONTACT = 0.05;

  /** How far within a ball, as a share of its radius, its contacts are looked at. */
  static final float WITHIN = 1f / 16;

  /** A face this little beyond the ball, as a share of its radius, still holds it. */
  private static final double TOUCHES = 0.02;

  /** A contact that slides along its face hardly turns (cosine). */
  private static final double SAME_WAY = 0.8;

  private static final double GROWTH = 2;
  private static final double SETTLED = 0.998;

  /**
   * A ball that has moved overlaps the one before, since nothing lies in either: else it might have
   * gone through a face, out of the body. It does while it moves by less than two radii more than
   * it grows.
   */
  private static final double OVERLAP = 1.8;

  private final Bvh.Query query;
  private final double slack;
  private final double size;

  private final double[] start = new double[3];
  private final double[] centre = new double[3];
  private double radius;
  private final double[][] contacts = new double[MOST_CONTACTS][3];
  private final double[][] ways = new double[MOST_CONTACTS][3];
  private int count;
  private final double[] away = new double[3];
  private final double[] hit = new double[3];
  private double reach;

  /**
   * @param accuracyMm chord error of the mesh
   * @param sizeMm of the body: no ball is larger
   */
  Climb(Bvh.Query query, double accuracyMm, double sizeMm) {
    this.query = query;
    this.slack = accuracyMm / 10;
    this.size = sizeMm;
  }

  double radius() {
    return radius;
  }

  /** The radius of a ball that is held, between the faces instead of their meshes. */
  double heldRadius() {
    int one = 0;
    int other = 0;
    double least = 1;
    for (int i = 0; i < count; i++) {
      for (int j = 0; j < i; j++) {
        double dot = dot(ways[i], ways[j]);
        if (dot < least) {
          least = dot;
          one = i;
          other = j;
        }
      }
    }
    return radius + (rise(one) + rise(other)) / 2;
  }

  /** By how much the face lies farther than its mesh at a contact, as seen from the centre. */
  private double rise(int contact) {
    float[] from = new float[3];
    for (int k = 0; k < 3; k++) {
      from[k] = (float) (contacts[contact][k] - WITHIN * radius * ways[contact][k]);
    }
    return query.nearest(from[0], from[1], from[2], (float) radius) ? query.rise : 0;
  }

  /** How far from the start anything was found or missed: what lies beyond decides nothing. */
  double reach() {
    return reach;
  }

  /** What became of a ball. */
  enum End {
    /** It came to be held from across. */
    HELD,
    /** It has grown by a share, and may grow on. */
    GROWN,
    /** Nothing came to hold it. */
    LOST
  }

  double[] centre() {
    return centre;
  }

  /** How far the nearest surface is from a place, at most {@code most}. */
  double clearance(double x, double y, double z, double most) {
    query.nearest((float) x, (float) y, (float) z, (float) most);
    return query.distance;
  }

  /**
   * Grows a ball.
   *
   * @param r how far its nearest surface may be from its centre
   * @param growth by how many times at most, before it is left
   */
  End from(double x, double y, double z, double r, double growth) {
    centre[0] = x;
    centre[1] = y;
    centre[2] = z;
    System.arraycopy(centre, 0, start, 0, 3);
    count = 0;
    radius = r;
    reach = 0;
    if (!asks(x, y, z, r)) {
      return End.LOST;
    }
    settle();
    double enough = growth * radius;
    for (int move = 0; move < MOST_MOVES && radius < size; move++) {
      if (isHeld()) {
        return End.HELD;
      }
      if (radius > enough) {
        return End.GROWN;
      }
      double rate = findWay();
      if (rate < LEAST_RATE) {
        return End.HELD;
      }
      if (!move(rate)) {
        return End.LOST;
      }
    }
    return End.LOST;
  }

  /** Looks for the nearest surface: beyond it nothing decides about the answer. */
  private boolean asks(double x, double y, double z, double r) {
    boolean isFound = query.nearest((float) x, (float) y, (float) z, (float) r);
    double far = isFound ? query.distance : r;
    reach = Math.max(reach, Math.hypot(Math.hypot(x - start[0], y - start[1]), z - start[2]) + far);
    return isFound;
  }

  /** Takes the nearest point as the ball's size, and as a contact; the others slide along. */
  private void settle() {
    radius = query.distance;
    double[] near = {query.nearX, query.nearY, query.nearZ};
    int kept = 0;
    for (int i = 0; i < count; i++) {
      if (slid(i) && distance(contacts[i], near) > SAME_CONTACT * radius) {
        double[] contact = contacts[kept];
        contacts[kept++] = contacts[i];
        contacts[i] = contact;
      }
    }
    count = Math.min(kept, MOST_CONTACTS - 1);
    contacts[count++] = near;
    turn();
  }

  /** Brings a contact to where the moved ball touches the same face; false if it does no more. */
  private boolean slid(int i) {
    double[] c = contacts[i];
    for (int k = 0; k < 3; k++) {
      c[k] = centre[k] + radius * ways[i][k];
    }
    if (!asks(c[0], c[1], c[2], radius)) {
      return false;
    }
    c[0] = query.nearX;
    c[1] = query.nearY;
    c[2] = query.nearZ;
    double d = distance(c, centre);
    double turned = 0;
    for (int k = 0; k < 3; k++) {
      turned += (c[k] - centre[k]) / d * ways[i][k];
    }
    return d < radius * (1 + TOUCHES) + slack(radius) && turned > SAME_WAY;
  }

  /** Facets of a curved face may lie this little within it; of a small ball, but a share. */
  private double slack(double r) {
    return Math.min(slack, TOUCHES * r);
  }

  private void turn() {
    for (int i = 0; i < count; i++) {
      double d = distance(contacts[i], centre);
      for (int k = 0; k < 3; k++) {
        ways[i][k] = d == 0 ? 0 : (contacts[i][k] - centre[k]) / d;
      }
    }
  }

  private boolean isHeld() {
    for (int i = 0; i < count; i++) {
      for (int j = 0; j < i; j++) {
        if (dot(ways[i], ways[j]) < ACROSS) {
          return true;
        }
      }
    }
    return false;
  }

  /**
   * The way that leads away from all contacts fastest: against the point nearest to the origin of
   * the hull of their directions. Contacts that it leaves faster than others are let go.
   *
   * @return how much the ball grows on it by each unit of length
   */
  private double findWay() {
    double least = Double.MAX_VALUE;
    int best = 1;
    double[] point = new double[3];
    for (int subset = 1; subset < 1 << count; subset++) {
      if (Integer.bitCount(subset) <= 3 && nearest(subset, point)) {
        double length = Math.sqrt(dot(point, point));
        if (length < least && leadsAway(point, length)) {
          least = length;
          best = subset;
          for (int k = 0; k < 3; k++) {
            away[k] = -point[k] / Math.max(length, 1e-12);
          }
        }
      }
    }
    if (least == Double.MAX_VALUE) {
      return 0;
    }
    int kept = 0;
    for (int i = 0; i < count; i++) {
      if ((best >> i & 1) == 1) {
        double[] contact = contacts[kept];
        contacts[kept] = contacts[i];
        contacts[i] = contact;
        kept++;
      }
    }
    count = kept;
    turn();
    return least;
  }

  /** No direction lies nearer to the origin than the plane through the point. */
  private boolean leadsAway(double[] point, double length) {
    for (int i = 0; i < count; i++) {
      if (dot(ways[i], point) < length * length - 1e-6) {
        return false;
      }
    }
    return true;
  }

  /**
   * The point nearest to the origin of the flat through some of the directions.
   *
   * @return false if it lies outside of their hull
   */
  private boolean nearest(int subset, double[] point) {
    int[] of = new int[3];
    int n = 0;
    for (int i = 0; i < count; i++) {
      if ((subset >> i & 1) == 1) {
        of[n++] = i;
      }
    }
    double[] weights = weights(of, n);
    if (weights == null) {
      return false;
    }
    for (int k = 0; k < 3; k++) {
      point[k] = 0;
      for (int i = 0; i < n; i++) {
        point[k] += weights[i] * ways[of[i]][k];
      }
    }
    return true;
  }

  /** Null where one is negative, or the directions lie in a line. */
  private double[] weights(int[] of, int n) {
    double[] a = ways[of[0]];
    if (n == 1) {
      return new double[] {1};
    }
    double[] b = ways[of[1]];
    if (n == 2) {
      return new double[] {0.5, 0.5};
    }
    double[] c = ways[of[2]];
    double[] ab = minus(b, a);
    double[] ac = minus(c, a);
    double d11 = dot(ab, ab);
    double d12 = dot(ab, ac);
    double d22 = dot(ac, ac);
    double e1 = -dot(ab, a);
    double e2 = -dot(ac, a);
    double det = d11 * d22 - d12 * d12;
    if (Math.abs(det) < 1e-9) {
      return null;
    }
    double v = (e1 * d22 - e2 * d12) / det;
    double w = (e2 * d11 - e1 * d12) / det;
    return v < 0 || w < 0 || v + w > 1 ? null : new double[] {1 - v - w, v, w};
  }

  /** Goes as far as the ball, growing, fits; false if it cannot go at all. */
  private boolean move(double rate) {
    double t =
        Math.min(
            Math.min(GROWTH * radius, size) / rate,
            OVERLAP * radius / Math.max(1 - rate, LEAST_MOVE));
    boolean isHit = false;
    boolean isAsked = false;
    double[] to = new double[3];
    for (int round = 0; round < MOST_ROUNDS; round++) {
      double r = radius + rate * t;
      for (int k = 0; k < 3; k++) {
        to[k] = centre[k] + t * away[k];
      }
      if (!asks(to[0], to[1], to[2], r + slack(r))) {
        // Nothing holds it there: it has gone past the ends of the faces, perhaps out of the body.
        t /= 2;
        continue;
      }
      isAsked = query.distance >= r * SETTLED - slack(r);
      if (isAsked) {
        break;
      }
      isHit = true;
      hit[0] = query.nearX;
      hit[1] = query.nearY;
      hit[2] = query.nearZ;
      double shorter = touching(rate);
      isAsked = !(shorter < t * (1 - LEAST_MOVE));
      if (isAsked) {
        break;
      }
      t = shorter;
    }
    double r = radius + rate * t;
    System.arraycopy(to, 0, centre, 0, 3);
    if (!isAsked && !asks(to[0], to[1], to[2], 2 * r)) {
      return false;
    }
    int before = count;
    boolean isFar = t > LEAST_MOVE * radius;
    settle();
    if (!isFar && isHit) {
      hold(hit);
    }
    return isFar || (isHit && count > before);
  }

  /** Takes what stopped the ball as a contact, also where others are as near. */
  private void hold(double[] point) {
    for (int i = 0; i < count; i++) {
      if (distance(contacts[i], point) <= SAME_CONTACT * radius) {
        return;
      }
    }
    if (count < MOST_CONTACTS) {
      System.arraycopy(point, 0, contacts[count++], 0, 3);
      turn();
    }
  }

  /** How far the ball can go until it touches the nearest point that it would have run over. */
  private double touching(double rate) {
    double wx = centre[0] - query.nearX;
    double wy = centre[1] - query.nearY;
    double wz = centre[2] - query.nearZ;
    double a = 1 - rate * rate;
    double b = wx * away[0] + wy * away[1] + wz * away[2] - radius * rate;
    double c = Math.max(0, wx * wx + wy * wy + wz * wz - radius * radius);
    double root = b * b - a * c;
    if (b >= 0 || root < 0) {
      return 0;
    }
    // The smaller root, written so that nothing is lost where the ball grows as fast as it moves.
    return c / (-b + Math.sqrt(root));
  }

  private static double[] minus(double[] a, double[] b) {
    return new double[] {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }

  private static double distance(double[] a, double[] b) {
    double[] d = minus(a, b);
    return Math.sqrt(dot(d, d));
  }
}
