package org.ankerdraft.core.select;

import java.util.Locale;

/** Choices as they are said to people; names in them are put into words by {@link FaceWords}. */
public final class ChoiceWords {
  private ChoiceWords() {}

  public static String face(FaceChoice c) {
    return switch (c) {
      case FaceChoice.Named n -> n.name().toString();
      case FaceChoice.OfStep s ->
          (s.role() == null ? "faces" : s.role() + " faces") + " of " + s.step();
      case FaceChoice.Facing f ->
          (f.every() ? "all plane faces" : "plane face")
              + " looking "
              + direction(f.direction().x(), f.direction().y(), f.direction().z());
      case FaceChoice.Upright u -> "upright faces" + (u.step() == null ? "" : " of " + u.step());
      case FaceChoice.Nearest n ->
          "face nearest (" + n.at().x() + ", " + n.at().y() + ", " + n.at().z() + ")";
      case FaceChoice.ShortOfDraft s -> "faces with less draft than " + s.angle().text();
      case FaceChoice.Rounds r -> r.upTo() == null ? "rounds" : "rounds up to " + r.upTo().text();
      case FaceChoice.All _ -> "all faces";
    };
  }

  private static String direction(double x, double y, double z) {
    if (x == 0 && y == 0) {
      return z > 0 ? "up" : "down";
    }
    if (z == 0 && y == 0) {
      return x > 0 ? "right" : "left";
    }
    if (z == 0 && x == 0) {
      return y > 0 ? "back" : "front";
    }
    return "along " + x + ", " + y + ", " + z;
  }

  private static String edgesAlong(Direction d) {
    if (d.x() == 0 && d.y() == 0) {
      return "upright edges";
    }
    if (d.z() == 0 && (d.x() == 0 || d.y() == 0)) {
      return d.x() == 0 ? "edges along y" : "edges along x";
    }
    return "edges along " + d.x() + ", " + d.y() + ", " + d.z();
  }

  public static String edge(EdgeChoice c) {
    return switch (c) {
      case EdgeChoice.Named n -> n.name().toString();
      case EdgeChoice.Chain k -> "tangent chain of " + edge(k.from());
      case EdgeChoice.Loop l -> "loop of " + face(l.face());
      case EdgeChoice.OfFaces f -> "edges of " + face(f.face());
      case EdgeChoice.OfStep s ->
          (s.corner() == null ? "edges" : s.corner().name().toLowerCase(Locale.ROOT) + " corners")
              + " of "
              + s.step();
      case EdgeChoice.Inside _ -> "all inside corners";
      case EdgeChoice.Outside _ -> "all outside corners";
      case EdgeChoice.Sharp _ -> "all sharp edges";
      case EdgeChoice.Parallel p ->
          edgesAlong(p.direction()) + (p.step() == null ? "" : " of " + p.step());
      case EdgeChoice.Nearest n ->
          "edge nearest (" + n.at().x() + ", " + n.at().y() + ", " + n.at().z() + ")";
    };
  }
}
