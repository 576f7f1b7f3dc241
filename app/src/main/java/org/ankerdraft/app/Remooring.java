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
      case Step.Sketch s -> Changed.with(s, "plane", plane(s.plane(), lost, found));
      case Step.Draft s ->
          Changed.with(
              Changed.with(s, "neutral", plane(s.neutral(), lost, found)),
              "sets",
              s.sets().stream()
                  .map(d -> new Step.DraftSet(faces(d.faces(), lost, found), d.angle()))
                  .toList());
      case Step.Shell s ->
          Changed.with(
              Changed.with(s, "open", faces(s.open(), lost, found)),
              "own",
              s.own().stream()
                  .map(o -> new Step.OwnThickness(faces(o.faces(), lost, found), o.thickness()))
                  .toList());
      case Step.Round s -> Changed.with(s, "sets", sets(s.sets(), lost, found));
      case Step.Chamfer s -> Changed.with(s, "sets", sets(s.sets(), lost, found));
      case Step.Hole s -> Changed.with(s, "plane", plane(s.plane(), lost, found));
      case SheetStep.Strip s ->
          s.withSeat(Changed.with(s.seat(), "edges", edges(s.seat().edges(), lost, found)));
      case SheetStep.Convert s ->
          Changed.with(
              Changed.with(
                  Changed.with(s, "keep", s.keep() == null ? null : face(s.keep(), lost, found)),
                  "bends",
                  edges(s.bends(), lost, found)),
              "rips",
              edges(s.rips(), lost, found));
      case Step.Extrude s -> s;
      case Step.Import s -> s;
      case SheetStep.Base s -> s;
      case SheetStep.Folded s -> s;
    };
  }

  private static List<EdgeChoice> edges(List<EdgeChoice> list, String lost, String found) {
    return list.stream().map(e -> edge(e, lost, found)).toList();
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
        .map(s -> new Step.EdgeSet(edges(s.edges(), lost, found), s.size()))
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
