package org.ankerdraft.app;

import java.util.List;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Step;

/** Replaces a name that is gone by another in all choices of a step. */
final class Remooring {
  private Remooring() {}

  static Step remoored(Step step, String lost, String found) {
    return switch (step) {
      case Step.Sketch s ->
          new Step.Sketch(
              s.id(), s.label(), s.skipped(), plane(s.plane(), lost, found), s.curves());
      case Step.Draft s ->
          new Step.Draft(
              s.id(),
              s.label(),
              s.skipped(),
              s.body(),
              s.pull(),
              plane(s.neutral(), lost, found),
              s.sets().stream()
                  .map(d -> new Step.DraftSet(faces(d.faces(), lost, found), d.angle()))
                  .toList());
      case Step.Shell s ->
          new Step.Shell(
              s.id(),
              s.label(),
              s.skipped(),
              s.body(),
              s.thickness(),
              s.outwards(),
              faces(s.open(), lost, found),
              s.own().stream()
                  .map(o -> new Step.OwnThickness(faces(o.faces(), lost, found), o.thickness()))
                  .toList());
      case Step.Round s ->
          new Step.Round(s.id(), s.label(), s.skipped(), s.body(), sets(s.sets(), lost, found));
      case Step.Chamfer s ->
          new Step.Chamfer(s.id(), s.label(), s.skipped(), s.body(), sets(s.sets(), lost, found));
      case Step.Hole s ->
          new Step.Hole(
              s.id(),
              s.label(),
              s.skipped(),
              s.body(),
              plane(s.plane(), lost, found),
              s.points(),
              s.diameter(),
              s.depth());
      case Step.Extrude s -> s;
      case Step.Import s -> s;
    };
  }

  private static PlaneRef plane(PlaneRef p, String lost, String found) {
    return p == null || p.face() == null
        ? p
        : new PlaneRef(p.base(), face(p.face(), lost, found), p.body(), p.offset());
  }

  private static List<FaceChoice> faces(List<FaceChoice> list, String lost, String found) {
    return list.stream().map(f -> face(f, lost, found)).toList();
  }

  private static FaceChoice face(FaceChoice f, String lost, String found) {
    return f instanceof FaceChoice.Named n && n.name().equals(lost)
        ? new FaceChoice.Named(found, null)
        : f;
  }

  private static List<Step.EdgeSet> sets(List<Step.EdgeSet> sets, String lost, String found) {
    return sets.stream()
        .map(s ->
            new Step.EdgeSet(s.edges().stream().map(e -> edge(e, lost, found)).toList(), s.size()))
        .toList();
  }

  private static EdgeChoice edge(EdgeChoice e, String lost, String found) {
    return switch (e) {
      case EdgeChoice.Named n when n.name().equals(lost) -> new EdgeChoice.Named(found, null);
      case EdgeChoice.Chain c -> new EdgeChoice.Chain(edge(c.from(), lost, found));
      case EdgeChoice.Loop l -> new EdgeChoice.Loop(face(l.face(), lost, found), l.near());
      case EdgeChoice.OfFaces f -> new EdgeChoice.OfFaces(face(f.face(), lost, found));
      default -> e;
    };
  }
}
