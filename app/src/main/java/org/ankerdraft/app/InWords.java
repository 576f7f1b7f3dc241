package org.ankerdraft.app;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.step.Step;

/** Steps and choices as they are said on screen. */
final class InWords {
  private InWords() {}

  static String capital(String s) {
    return s.isEmpty() ? s : s.substring(0, 1).toUpperCase(Locale.ROOT) + s.substring(1);
  }

  static String title(Step s) {
    if (s.label() != null) {
      return s.label();
    }
    return switch (s) {
      case SheetStep.Base _ -> "Base wall";
      case SheetStep.Folded _ -> "Folded wall";
      case SheetStep.Convert _ -> "Turn into sheet";
      default -> capital(s.kind());
    };
  }

  private static String text(Expr e) {
    return e == null ? "?" : e.text();
  }

  /** One line on what a step does. */
  static String summary(Step step) {
    return switch (step) {
      case Step.Sketch s -> curves(s);
      case Step.Extrude s ->
          (s.extent() == Step.Extent.THROUGH_ALL ? "through all" : text(s.depth()))
              + ", "
              + switch (s.use()) {
                case NEW_BODY -> "new body " + (s.body() == null ? s.id() : s.body());
                case UNITE -> "unite";
                case SUBTRACT -> "subtract";
                case INTERSECT -> "intersect";
              };
      case Step.Draft s ->
          s.sets().stream().map(d -> text(d.angle())).collect(Collectors.joining(", "))
              + ", "
              + s.sets().stream()
                  .flatMap(d -> d.faces().stream())
                  .map(InWords::face)
                  .limit(1)
                  .collect(Collectors.joining());
      case Step.Shell s ->
          text(s.thickness())
              + (s.open().isEmpty() ? ", closed" : ", open at " + face(s.open().getFirst()));
      case Step.Round s -> sets(s.sets());
      case Step.Chamfer s -> sets(s.sets());
      case Step.Hole s ->
          "Ø "
              + text(s.diameter())
              + ", "
              + (s.depth() == null ? "through" : text(s.depth()))
              + (s.points().size() > 1 ? ", " + s.points().size() + " places" : "");
      case Step.Import s -> s.file();
      case SheetStep.Base s ->
          (s.thickness() == null ? "sheet" : text(s.thickness())) + ", body " + orId(s.body(), s);
      case SheetStep.Folded s -> text(s.width()) + " wide, body " + orId(s.body(), s);
      case SheetStep.Flange s ->
          text(s.length()) + ", " + (s.angle() == null ? "90 deg" : text(s.angle())) + seat(s);
      case SheetStep.Hem s ->
          s.style().name().toLowerCase(Locale.ROOT) + ", " + text(s.length()) + seat(s);
      case SheetStep.Joggle s -> text(s.height()) + " high, " + text(s.length()) + seat(s);
      case SheetStep.Convert s ->
          s.bends().isEmpty()
              ? "as it is"
              : s.bends().size() + " bends" + (s.rips().isEmpty() ? "" : ", ripped");
    };
  }

  private static String orId(String body, Step s) {
    return body == null ? s.id() : body;
  }

  private static String seat(SheetStep.Strip s) {
    return s.seat().edges().isEmpty() ? ", no edge" : ", " + edge(s.seat().edges().getFirst());
  }

  private static String sets(List<Step.EdgeSet> sets) {
    if (sets.isEmpty()) {
      return "no edges";
    }
    Step.EdgeSet first = sets.getFirst();
    return text(first.size())
        + ", "
        + (first.edges().isEmpty() ? "no edges" : edge(first.edges().getFirst()))
        + (first.edges().size() > 1 ? " and " + (first.edges().size() - 1) + " more" : "");
  }

  private static String curves(Step.Sketch s) {
    if (s.curves().isEmpty()) {
      return "empty";
    }
    String first =
        switch (s.curves().getFirst()) {
          case SketchCurve.Rectangle r -> text(r.width()) + " × " + text(r.height());
          case SketchCurve.Circle c -> "circle Ø " + text(c.diameter());
          case SketchCurve.Polygon p -> "polygon of " + text(p.sides());
          case SketchCurve.Line _, SketchCurve.Arc _ -> s.curves().size() + " curves";
        };
    boolean counts = s.curves().size() > 1 && !first.endsWith("curves");
    return first + (counts ? " and " + (s.curves().size() - 1) + " more" : "");
  }

  static String face(FaceChoice c) {
    return switch (c) {
      case FaceChoice.Named n -> faceName(n.name());
      case FaceChoice.OfStep s ->
          (s.role() == null ? "faces" : s.role() + " faces") + " of " + s.step();
      case FaceChoice.Facing f ->
          (f.every() ? "all plane faces" : "plane face")
              + " looking "
              + direction(f.direction().x(), f.direction().y(), f.direction().z());
      case FaceChoice.Upright u -> "upright faces" + (u.step() == null ? "" : " of " + u.step());
      case FaceChoice.Nearest n ->
          "face nearest (" + n.at().x() + ", " + n.at().y() + ", " + n.at().z() + ")";
      case FaceChoice.ShortOfDraft s -> "faces with less draft than " + text(s.angle());
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

  static String edge(EdgeChoice c) {
    return switch (c) {
      case EdgeChoice.Named n -> edgeName(n.name());
      case EdgeChoice.Chain k -> "tangent chain of " + edge(k.from());
      case EdgeChoice.Loop l -> "loop of " + face(l.face());
      case EdgeChoice.OfFaces f -> "edges of " + face(f.face());
      case EdgeChoice.OfStep s ->
          (s.corner() == null ? "edges" : s.corner() + " corners") + " of " + s.step();
      case EdgeChoice.Inside _ -> "all inside corners";
      case EdgeChoice.Outside _ -> "all outside corners";
      case EdgeChoice.Sharp _ -> "all sharp edges";
      case EdgeChoice.Parallel p ->
          "edges along "
              + direction(p.direction().x(), p.direction().y(), p.direction().z())
              + (p.step() == null ? "" : " of " + p.step());
      case EdgeChoice.Nearest n ->
          "edge nearest (" + n.at().x() + ", " + n.at().y() + ", " + n.at().z() + ")";
    };
  }

  /** extrude1/side:outline.left becomes "side outline.left of extrude1". */
  static String faceName(String name) {
    String birth = NamedShape.birthStep(name);
    String rest = name.substring(Math.min(name.length(), birth.length() + 1));
    int deep = rest.indexOf('(');
    if (deep >= 0) {
      String inner =
          rest.substring(deep + 1, rest.endsWith(")") ? rest.length() - 1 : rest.length());
      String plain = inner.contains("|") ? "two faces" : faceName(inner);
      return rest.substring(0, deep) + " face of " + birth + ", from " + plain;
    }
    return rest.replace(":", " ") + " of " + birth;
  }

  static String edgeName(String name) {
    String[] sides = name.split("\\|", -1);
    return sides.length == 2 && !name.contains("(")
        ? "edge of " + faceName(sides[0]) + " and " + faceName(sides[1])
        : "edge born in " + NamedShape.birthStep(name);
  }

  /** With its number; the text itself where it has none. */
  private static String thickness(PartDocument part) {
    Expr thickness = part.process().sheet().thickness();
    try {
      return Words.mm(new Evaluator(part.definitions()).lengthMm(thickness));
    } catch (ExpressionException e) {
      return thickness.text();
    }
  }

  static String process(PartDocument part) {
    String owner = part.owner() == null ? "" : part.owner() + ", ";
    if (part.process().sheet() != null) {
      return owner + part.process().sheet().material() + ", " + thickness(part) + " sheet";
    }
    return owner
        + part.process().material()
        + (part.process().vdi() == null ? ", smooth" : ", texture VDI " + part.process().vdi());
  }
}
