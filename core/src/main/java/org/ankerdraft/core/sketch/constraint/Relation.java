package org.ankerdraft.core.sketch.constraint;

import java.util.Locale;

/** What a constraint keeps. */
public enum Relation {
  COINCIDENT(Measured.NOTHING),
  ON_CURVE(Measured.NOTHING),
  MIDPOINT(Measured.NOTHING),
  HORIZONTAL(Measured.NOTHING),
  VERTICAL(Measured.NOTHING),
  PARALLEL(Measured.NOTHING),
  PERPENDICULAR(Measured.NOTHING),
  COLLINEAR(Measured.NOTHING),
  TANGENT(Measured.NOTHING),
  EQUAL(Measured.NOTHING),
  CONCENTRIC(Measured.NOTHING),
  SYMMETRIC(Measured.NOTHING),
  FIXED(Measured.NOTHING),
  LENGTH(Measured.LENGTH),
  DISTANCE(Measured.LENGTH),
  DISTANCE_X(Measured.LENGTH),
  DISTANCE_Y(Measured.LENGTH),
  RADIUS(Measured.LENGTH),
  DIAMETER(Measured.LENGTH),
  ANGLE(Measured.ANGLE);

  /** What kind of number a relation has. */
  public enum Measured {
    NOTHING,
    LENGTH,
    ANGLE
  }

  private final Measured measure;

  Relation(Measured measure) {
    this.measure = measure;
  }

  public Measured measure() {
    return measure;
  }

  /** As it stands in the file and on screen: "on curve", "distance x". */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }
}
