package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.edit.Flaws;
import org.ankerdraft.render.draw.PenStroke;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * What there is to see of the pencil.
 *
 * @param seen the sketch, or null
 */
record PencilStrokes(Frame frame, SketchView seen, Tool tool, Hand hand, Aim aim) {

  List<PenStroke> all(Set<String> chosen, Choosing choosing, List<Flaws.Flaw> flaws) {
    List<PenStroke> out = new ArrayList<>();
    if (seen != null) {
      out.addAll(seen.strokes(chosen, aim.near()));
      chosen.stream().filter(c -> seen.place(c) != null).forEach(c -> out.add(spot(seen.place(c))));
      if (chosen.size() == 1 && seen.isSpline(chosen.iterator().next())) {
        out.addAll(seen.comb(chosen.iterator().next()));
      }
    }
    choosing.box().ifPresent(box -> out.add(stroke(box, "")));
    flaws.forEach(f -> out.add(spot(f.place())));
    if (!aim.snapped().isEmpty() || (tool.draws() && !aim.proposed().isEmpty())) {
      out.add(spot(aim.at()));
    }
    if (hand.isDrawing()) {
      out.add(rubber());
    }
    return out;
  }

  private PenStroke spot(Xy p) {
    Vec3 v = frame.at(p.x(), p.y());
    return new PenStroke(List.of(v, v), PenStroke.Look.CHOSEN, "");
  }

  private PenStroke stroke(List<Xy> points, String text) {
    return new PenStroke(
        points.stream().map(p -> frame.at(p.x(), p.y())).toList(), PenStroke.Look.PROPOSED, text);
  }

  /** What the next press would draw, with its numbers and the relations that it would keep. */
  private PenStroke rubber() {
    Xy to = Rubber.place(tool, hand.places(), aim.at(), hand.typed());
    StringBuilder text =
        new StringBuilder(Rubber.text(tool, hand.places(), aim.at(), hand.typed()));
    if (tool == Tool.LINE) {
      aim.proposed().forEach(k -> text.append("  ").append(k.relation().word()));
    }
    List<Xy> shape = Rubber.shape(tool, hand.places(), to, tangent());
    return stroke(shape, text.toString().strip());
  }

  /** The way in which a tangent arc would leave, or null. */
  private Xy tangent() {
    Xy a = hand.places().getFirst();
    List<String> lines = seen == null || tool != Tool.ARC ? List.of() : seen.linesAt(a);
    if (lines.isEmpty()) {
      return null;
    }
    Xy from = seen.place(lines.getLast() + ".from");
    Xy to = seen.place(lines.getLast() + ".to");
    return to.distance(a) < from.distance(a) ? to.minus(from) : from.minus(to);
  }
}
