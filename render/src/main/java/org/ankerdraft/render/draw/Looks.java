package org.ankerdraft.render.draw;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.Severity;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.core.survey.WallStatistics;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;

/** Looks made from what the checks found. */
public final class Looks {
  private Looks() {}

  /** A map of a checked part; plain where there is no report yet. */
  public static Look of(Palette palette, Look.Map map, Scene scene, CheckReport report, Vec3 pull) {
    Look look = Look.plain(palette).withMap(map);
    if (report == null) {
      return look.withDraft(pull, Set.of(), Set.of());
    }
    float thin = (float) report.book().limit("wall.min").value();
    float thick = (float) report.book().limit("wall.max").value();
    double nominal =
        report.bodies().values().stream()
            .map(b -> b.statistics())
            .filter(s -> s != null && s.nominalMm() > 0)
            .mapToDouble(WallStatistics::nominalMm)
            .findFirst()
            .orElse((thin + thick) / 2);
    return look.withWall(thin, thick, bands(thin, thick, nominal))
        .withDraft(
            pull, faces(scene, report, "draft.short"), faces(scene, report, "draft.undercut"))
        .withFlat(bends(scene, report), flatHazards(scene, report));
  }

  /**
   * While a part is checked: what was measured before keeps its tints and hatches, on the scale of
   * the last look.
   *
   * @param last null if there was none
   */
  public static Look meanwhile(Palette palette, Look.Map map, Scene scene, Vec3 pull, Look last) {
    Look look = of(palette, map, scene, null, pull);
    return last == null ? look : look.withWall(last.thinMm(), last.thickMm(), last.bands());
  }

  /** Upper sides of all bends of sheet bodies. */
  private static Set<Integer> bends(Scene scene, CheckReport report) {
    Set<Integer> faces = new HashSet<>();
    report
        .flats()
        .forEach((body, a) -> {
          if (a.flat() != null) {
            a.flat().bends().stream()
                .flatMap(b -> b.faces().stream())
                .forEach(f -> faces.add(scene.faceId(body, f)));
          }
        });
    return faces;
  }

  private static Set<Integer> flatHazards(Scene scene, CheckReport report) {
    Set<Integer> faces = new HashSet<>();
    report.findings().stream()
        .filter(f -> f.subject() == Finding.Subject.FLAT && f.severity() != Severity.NOTE)
        .map(Finding::code)
        .distinct()
        .forEach(code -> faces.addAll(faces(scene, report, code)));
    return faces;
  }

  /**
   * Five bounds for six tints: the limits outermost, the nominal wall between the third and the
   * fourth's middle.
   */
  private static float[] bands(float thin, float thick, double nominal) {
    float n = (float) Math.max(thin * 1.1, Math.min(thick * 0.9, nominal));
    float below = tidy(n * 0.88f);
    float above = tidy(n * 1.12f);
    float low = tidy((thin + below) / 2);
    float high = tidy((above + thick) / 2);
    return new float[] {thin, low, below, above, high};
  }

  private static float tidy(float v) {
    return Math.round(v * 10) / 10f;
  }

  private static Set<Integer> faces(Scene scene, CheckReport report, String code) {
    Set<Integer> faces = new HashSet<>();
    for (Finding f : report.findings()) {
      if (f.code().equals(code)) {
        for (FaceName name : f.faces()) {
          var body = report.bodies().get(f.body());
          int face = body == null ? 0 : body.body().named().face(name);
          if (face > 0) {
            faces.add(scene.faceId(f.body(), face));
          }
        }
      }
    }
    return faces;
  }

  public static Vec3 boxMin(List<Vec3> corners) {
    return corners.stream()
        .reduce((a, b) ->
            new Vec3(Math.min(a.x(), b.x()), Math.min(a.y(), b.y()), Math.min(a.z(), b.z())))
        .orElse(new Vec3(-10, -10, -10));
  }

  public static Vec3 boxMax(List<Vec3> corners) {
    return corners.stream()
        .reduce((a, b) ->
            new Vec3(Math.max(a.x(), b.x()), Math.max(a.y(), b.y()), Math.max(a.z(), b.z())))
        .orElse(new Vec3(10, 10, 10));
  }

  /** A look in which the bodies of a scene have the colours that a part gives them. */
  public static Look tinted(Look look, Scene scene, PartDocument part) {
    byte[] tints = new byte[scene.faceCount() + 1];
    for (BodyAnalysis a : scene.bodies()) {
      String name = a.body().name();
      byte tint = (byte) part.shown(name).tint().ordinal();
      int faces = a.body().named().topology().faces().size();
      for (int f = 1; f <= faces && tint > 0; f++) {
        tints[scene.faceId(name, f)] = tint;
      }
    }
    return look.withTints(tints);
  }
}
