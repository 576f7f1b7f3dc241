package org.ankerdraft.core.exchange.profile;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.edit.Drawn;
import org.ankerdraft.vectors.Xy;

/**
 * The curves of a file as curves of a sketch. Ends that lie within a tolerance of each other become
 * one place.
 *
 * @param notes what was taken for granted, joined or left out, in words
 */
public record ProfileImport(List<SketchCurve> curves, List<String> notes) {
  /** Gaps up to there are closed unless another width is asked for, mm. */
  public static final double USUAL_GAP_MM = 0.01;

  private static final double SAME_MM = 1e-6;

  public ProfileImport {
    curves = List.copyOf(curves);
    notes = List.copyOf(notes);
  }

  /**
   * @param gapMm how wide gaps are closed
   * @throws FormatException if it is no DXF, or one that cannot be drawn
   */
  public static ProfileImport dxf(byte[] file, double gapMm) throws FormatException {
    DxfReader.Content read = DxfReader.read(file);
    if (read.curves().isEmpty() && read.points().isEmpty()) {
      throw new FormatException(
          Place.ROOT,
          "the file holds no curve that can be drawn"
              + (read.notes().isEmpty() ? "" : ": " + String.join("; ", read.notes())));
    }
    return new Joining(gapMm).of(read);
  }

  private static final class Joining {
    private final double gapMm;
    private final List<Xy> ends = new ArrayList<>();
    private final Map<String, Integer> numbers = new HashMap<>();
    private int gaps;
    private double widest;

    Joining(double gapMm) {
      this.gapMm = gapMm;
    }

    ProfileImport of(DxfReader.Content read) {
      List<SketchCurve> out = new ArrayList<>();
      int tooShort = 0;
      for (Curve2 c : read.curves()) {
        if (c instanceof Curve2.Line l && l.start().distance(l.end()) <= gapMm) {
          tooShort++;
        } else {
          out.add(curve(c));
        }
      }
      read.points().forEach(p -> out.add(new SketchCurve.Point(name("o"), Drawn.point(p))));
      List<String> notes = new ArrayList<>(read.notes());
      if (gaps > 0) {
        notes.add(gaps + " gaps of up to " + Numbers.mm(widest) + " closed");
      }
      if (tooShort > 0) {
        notes.add(tooShort + " lines shorter than " + Numbers.mm(gapMm) + " left out");
      }
      return new ProfileImport(out, notes);
    }

    private String name(String letter) {
      return letter + numbers.merge(letter, 1, Integer::sum);
    }

    private SketchCurve curve(Curve2 c) {
      return switch (c) {
        case Curve2.Line l -> new SketchCurve.Line(name("l"), end(l.start()), end(l.end()), false);
        case Curve2.Arc a ->
            new SketchCurve.Arc(
                name("a"), end(a.start()), end(a.end()), Drawn.point(a.mid()), null, false, false);
        case Curve2.Circle _ -> Drawn.own(c, name("k"), false);
        case Curve2.Ellipse _ -> Drawn.own(c, name("e"), false);
        case Curve2.Spline s -> spline(s);
      };
    }

    private SketchCurve spline(Curve2.Spline s) {
      SketchCurve.Spline own = (SketchCurve.Spline) Drawn.own(s, name("c"), false);
      if (s.isClosed()) {
        return own;
      }
      List<Point2> points = new ArrayList<>(own.points());
      points.set(0, end(s.start()));
      points.set(points.size() - 1, end(s.end()));
      return new SketchCurve.Spline(own.name(), points, own.degree(), false, false);
    }

    /** The place of an end: that of one which was there before, if it is near enough. */
    private Point2 end(Xy at) {
      for (Xy there : ends) {
        double gap = there.distance(at);
        if (gap <= gapMm) {
          if (gap > SAME_MM) {
            gaps++;
            widest = Math.max(widest, gap);
          }
          return Drawn.point(there);
        }
      }
      ends.add(at);
      return Drawn.point(at);
    }
  }
}
