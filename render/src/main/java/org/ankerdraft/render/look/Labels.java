package org.ankerdraft.render.look;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.FlatAnalysis;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.GeometryKernel.DraftRange;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/** What is printed on the part: soundings on the wall map, degrees on the draft map. */
public final class Labels {
  private static final double SMALLEST_FACE_MM2 = 6;
  private static final double HAZARD_RANK = -1e9;

  private Labels() {}

  /**
   * Numbers for a map.
   *
   * @param bodies those that are shown
   * @param unit in which lengths are told
   */
  public static List<Label> of(
      Look.Map map, List<BodyAnalysis> bodies, CheckReport report, LengthUnit unit) {
    return switch (map) {
      case NONE -> List.of();
      case DRAFT -> draft(bodies);
      case WALL -> wall(bodies, report, unit);
      case FLAT -> flat(bodies, report, unit);
    };
  }

  /** Number, angle and radius of each bend, on it. */
  private static List<Label> flat(List<BodyAnalysis> bodies, CheckReport report, LengthUnit unit) {
    List<Label> labels = new ArrayList<>();
    if (report == null) {
      return labels;
    }
    for (FlatAnalysis a : report.flats().values()) {
      if (a.flat() == null || !isShown(a.body(), bodies)) {
        continue;
      }
      for (FlatBend b : a.flat().bends()) {
        Topology.Face face = a.body().named().topology().face(b.faces().getFirst());
        labels.add(
            new Label(
                face.point(),
                face.normal(),
                b.inWords(unit),
                false,
                Double.MAX_VALUE,
                Double.MAX_VALUE,
                -b.lengthMm()));
      }
    }
    labels.sort(Comparator.comparingDouble(Label::rank));
    return labels;
  }

  private static boolean isShown(Body body, List<BodyAnalysis> bodies) {
    return bodies.stream().anyMatch(b -> b.body().name().equals(body.name()));
  }

  private static List<Label> draft(List<BodyAnalysis> bodies) {
    List<Label> labels = new ArrayList<>();
    for (BodyAnalysis a : bodies) {
      for (int f = 1; f <= a.mesh().faceCount(); f++) {
        Topology.Face face = a.body().named().topology().face(f);
        DraftRange r = a.draft().get(f - 1);
        if (face.areaMm2() < SMALLEST_FACE_MM2 || r.maxRad() - r.minRad() > Math.toRadians(1)) {
          continue;
        }
        double deg = Math.toDegrees((r.minRad() + r.maxRad()) / 2);
        String text = String.format(Locale.ROOT, "%.1f°", Math.abs(deg) < 0.05 ? 0.0 : deg);
        labels.add(
            Label.on(
                a.body().named().topology(), face, face.point(), text, false, -face.areaMm2()));
      }
    }
    labels.sort(Comparator.comparingDouble(Label::rank));
    return labels;
  }

  private static List<Label> wall(List<BodyAnalysis> bodies, CheckReport report, LengthUnit unit) {
    List<Label> labels = new ArrayList<>();
    if (report != null) {
      for (Finding f : report.findings()) {
        BodyAnalysis a = report.bodies().get(f.body());
        if (a != null
            && isShown(a.body(), bodies)
            && (f.code().equals("wall.thin") || f.code().equals("wall.thick"))) {
          NamedShape named = a.body().named();
          labels.add(
              Label.on(
                  named.topology(),
                  named.topology().face(named.face(f.faces().getFirst())),
                  f.point(),
                  unit.number(f.measured(), 2),
                  true,
                  HAZARD_RANK));
        }
      }
    }
    for (BodyAnalysis a : bodies) {
      if (a.wall() != null) {
        labels.addAll(middles(a, unit));
      }
    }
    labels.sort(Comparator.comparingDouble(Label::rank));
    return labels;
  }

  /** For each larger face, the thickness at the node nearest its middle. */
  private static List<Label> middles(BodyAnalysis a, LengthUnit unit) {
    FineMesh mesh = a.wall().mesh();
    Map<Integer, Integer> nearest = new HashMap<>();
    Map<Integer, Double> distance = new HashMap<>();
    for (int t = 0; t < mesh.triangleCount(); t++) {
      int face = mesh.faceOfTriangle()[t];
      Vec3 middle = a.body().named().topology().face(face).point();
      int n = mesh.triangles()[3 * t];
      double d = place(mesh, n).distance(middle);
      if (!Float.isNaN(a.wall().bySphere()[n])
          && d < distance.getOrDefault(face, Double.MAX_VALUE)) {
        distance.put(face, d);
        nearest.put(face, n);
      }
    }
    List<Label> labels = new ArrayList<>();
    nearest.forEach((face, n) -> {
      Topology.Face f = a.body().named().topology().face(face);
      if (f.areaMm2() >= SMALLEST_FACE_MM2) {
        String text = unit.number(a.wall().bySphere()[n], 2);
        labels.add(
            Label.on(a.body().named().topology(), f, place(mesh, n), text, false, -f.areaMm2()));
      }
    });
    return labels;
  }

  private static Vec3 place(FineMesh mesh, int n) {
    return new Vec3(
        mesh.positions()[3 * n], mesh.positions()[3 * n + 1], mesh.positions()[3 * n + 2]);
  }
}
