package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.vectors.Xy;

/**
 * A flat pattern drawn at 1:1 with its dimensions and bend table, for paper and for the screen; mm,
 * y upwards, the lower left corner of the sheet of paper at the origin.
 */
public record FlatDrawing(double widthMm, double heightMm, List<Stroke> strokes, List<Text> texts) {

  /** What a line means, and so how it looks. */
  public enum Style {
    OUTLINE(0.35),
    INNER(0.35),
    BEND_UP(0.2, 4, 1.5),
    BEND_DOWN(0.2, 6, 1.5, 0.8, 1.5),
    DIMENSION(0.13),
    TABLE(0.13);

    private final double widthMm;
    private final double[] dashesMm;

    Style(double widthMm, double... dashesMm) {
      this.widthMm = widthMm;
      this.dashesMm = dashesMm;
    }

    public double widthMm() {
      return widthMm;
    }

    /** Lengths of dashes and gaps in turn, none for a full line. */
    public double[] dashesMm() {
      return dashesMm.clone();
    }
  }

  /** A chain of curves. */
  public record Stroke(List<PlaneCurve> curves, boolean closed, Style style) {
    public Stroke {
      curves = List.copyOf(curves);
    }
  }

  /** Where a text's point lies in it. */
  public enum Anchor {
    START,
    MIDDLE,
    END
  }

  /**
   * A line of text.
   *
   * @param sizeMm height of its letters from base line to base line
   * @param turnRad direction of its base line
   */
  public record Text(Xy at, String text, double sizeMm, double turnRad, Anchor anchor) {}

  private static final double MARGIN = 12;
  private static final double DIMENSION_GAP = 8;
  private static final double TEXT = 3.5;
  private static final double ROW = 5;
  private static final double[] COLUMNS = {0, 10, 28, 48, 66, 84, 108};
  private static final double TABLE_WIDTH = 132;
  private static final double ARROW = 2.2;

  /** Room for title, head and gaps, in rows. */
  private static final double TABLE_ROWS = 3.6;

  public FlatDrawing {
    strokes = List.copyOf(strokes);
    texts = List.copyOf(texts);
  }

  /**
   * The drawing of a flat pattern, with a title under it.
   *
   * @param unit in which its dimensions are written
   */
  public static FlatDrawing of(FlatPattern flat, String title, LengthUnit unit) {
    return new Draughtsman(flat, unit).draw(title);
  }

  private static final class Draughtsman {
    private final FlatPattern flat;
    private final LengthUnit unit;
    private final List<Stroke> strokes = new ArrayList<>();
    private final List<Text> texts = new ArrayList<>();
    private final double levels;
    private final double tableHeight;
    private final Xy origin;

    Draughtsman(FlatPattern flat, LengthUnit unit) {
      this.flat = flat;
      this.unit = unit;
      this.levels = 2 * DIMENSION_GAP;
      this.tableHeight = (flat.bends().size() + TABLE_ROWS) * ROW;
      this.origin = new Xy(MARGIN + levels, MARGIN + tableHeight + levels);
    }

    FlatDrawing draw(String title) {
      add(flat.outline(), Style.OUTLINE);
      flat.holes().forEach(h -> add(h, Style.INNER));
      flat.bends().forEach(this::bend);
      dimensions();
      table(title);
      double width = Math.max(origin.x() + flat.widthMm(), MARGIN + TABLE_WIDTH) + MARGIN;
      return new FlatDrawing(width, origin.y() + flat.heightMm() + MARGIN, strokes, texts);
    }

    private void add(Contour c, Style style) {
      strokes.add(new Stroke(c.moved(origin).curves(), true, style));
    }

    private void line(Xy a, Xy b, Style style) {
      strokes.add(new Stroke(List.of(new PlaneCurve.Line(a, b)), false, style));
    }

    private void bend(FlatBend b) {
      for (FlatBend.Segment s : b.lines()) {
        line(
            s.from().plus(origin), s.to().plus(origin), b.isUp() ? Style.BEND_UP : Style.BEND_DOWN);
      }
      if (!b.lines().isEmpty()) {
        FlatBend.Segment s = b.lines().getFirst();
        Xy middle = s.from().plus(s.to()).times(0.5).plus(origin);
        double turn = Math.atan2(b.middleAlong().y(), b.middleAlong().x());
        double upright = turn > Math.PI / 2 || turn <= -Math.PI / 2 ? turn + Math.PI : turn;
        texts.add(
            new Text(
                middle.plus(Xy.polar(1, upright + Math.PI / 2)),
                b.inWords(unit),
                TEXT * 0.8,
                upright,
                Anchor.MIDDLE));
      }
    }

    /** Overall sizes, and chains of the places of bends that lie level or upright. */
    private void dimensions() {
      TreeSet<Double> x = new TreeSet<>(List.of(0.0, flat.widthMm()));
      TreeSet<Double> y = new TreeSet<>(List.of(0.0, flat.heightMm()));
      for (FlatBend b : flat.bends()) {
        Xy middle = b.middle(0);
        if (Math.abs(b.middleAlong().x()) < 1e-9) {
          x.add(middle.x());
        } else if (Math.abs(b.middleAlong().y()) < 1e-9) {
          y.add(middle.y());
        }
      }
      chain(List.copyOf(x), true, DIMENSION_GAP);
      chain(List.copyOf(y), false, DIMENSION_GAP);
      if (x.size() > 2) {
        chain(List.of(0.0, flat.widthMm()), true, 2 * DIMENSION_GAP);
      }
      if (y.size() > 2) {
        chain(List.of(0.0, flat.heightMm()), false, 2 * DIMENSION_GAP);
      }
    }

    private void chain(List<Double> places, boolean level, double gap) {
      for (int i = 0; i < places.size(); i++) {
        Xy foot = point(places.get(i), level, 1);
        line(foot, point(places.get(i), level, gap + 1), Style.DIMENSION);
        if (i > 0) {
          dimension(places.get(i - 1), places.get(i), level, gap);
        }
      }
    }

    private Xy point(double place, boolean level, double out) {
      return origin.plus(level ? new Xy(place, -out) : new Xy(-out, place));
    }

    private void dimension(double from, double to, boolean level, double gap) {
      Xy a = point(from, level, gap);
      Xy b = point(to, level, gap);
      line(a, b, Style.DIMENSION);
      double turn = level ? 0 : Math.PI / 2;
      for (Xy tip : List.of(a, b)) {
        double way = tip.equals(a) ? turn : turn + Math.PI;
        line(tip, tip.plus(Xy.polar(ARROW, way + 0.25)), Style.DIMENSION);
        line(tip, tip.plus(Xy.polar(ARROW, way - 0.25)), Style.DIMENSION);
      }
      Xy middle = a.plus(b).times(0.5).plus(level ? new Xy(0, 1) : new Xy(-1, 0));
      texts.add(new Text(middle, unit.tidy(to - from, 2), TEXT, turn, Anchor.MIDDLE));
    }

    private void table(String title) {
      double top = MARGIN + tableHeight - 2 * ROW;
      texts.add(
          new Text(
              new Xy(MARGIN, top + 1),
              title
                  + ", flat pattern 1:1, sheet "
                  + unit.tidy(flat.thicknessMm(), 2)
                  + " "
                  + unit.symbol()
                  + ", "
                  + unit.tidy(flat.widthMm(), 2)
                  + " x "
                  + unit.tidy(flat.heightMm(), 2)
                  + " "
                  + unit.symbol()
                  + ", "
                  + unit.said(Numbers.tidy(flat.areaMm2(), 1) + " mm²"),
              TEXT,
              0,
              Anchor.START));
      if (flat.bends().isEmpty()) {
        return;
      }
      row(top - ROW, "bend", "angle °", "direction", "radius", "K", "allowance", "length");
      line(new Xy(MARGIN, top - ROW - 1), new Xy(MARGIN + TABLE_WIDTH, top - ROW - 1), Style.TABLE);
      for (FlatBend b : flat.bends()) {
        row(
            top - ROW * (b.number() + 1),
            Integer.toString(b.number()),
            number("%.2f", Math.toDegrees(b.angleRad())),
            b.isUp() ? "up" : "down",
            unit.number(b.radiusMm(), 2),
            number("%.4f", b.value().kFactor()),
            unit.number(b.value().allowanceMm(), 3),
            unit.number(b.lengthMm(), 2));
      }
    }

    private static String number(String format, double v) {
      return String.format(Locale.ROOT, format, v);
    }

    private void row(double base, String... cells) {
      for (int i = 0; i < cells.length; i++) {
        texts.add(new Text(new Xy(MARGIN + COLUMNS[i], base), cells[i], TEXT, 0, Anchor.START));
      }
    }
  }
}
