package org.ankerdraft.core.check;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.sheet.BendMethod;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.vectors.Xy;

/** Radius, flange, hem, relief and grain at each bend. */
final class BendRules extends FlatRules {
  private static final double HEM_RAD = Math.toRadians(170);
  private static final int SAMPLES = 16;

  /** Over this share of the thickness a hem's gap is meant to stay open. */
  private static final double OPEN_HEM_SHARE = 0.5;

  BendRules(FlatRules of) {
    super(of);
  }

  @Override
  void judge() {
    for (FlatBend b : flat.bends()) {
      radius(b);
      flange(b);
      hem(b);
      reliefs(b);
      grain(b);
    }
  }

  private static boolean isHem(FlatBend b) {
    return !b.isRolled() && b.angleRad() > HEM_RAD;
  }

  private void radius(FlatBend b) {
    if (isHem(b)) {
      // Hems are pressed shut or over a bar, with limits of their own.
      return;
    }
    Limit limit = book.smallestRadius(t);
    if (b.radiusMm() < limit.value() - SLACK_MM) {
      add(
          limit,
          "Bend radius is small",
          b.radiusMm(),
          limit.value(),
          middle(b),
          facesOf(b),
          "bend "
              + b.number()
              + " has an inside radius of "
              + Words.mm(b.radiusMm())
              + "; a sheet of "
              + Words.mm(t)
              + " needs "
              + Words.mm(limit.value()),
          repairs.largerRadius(b, limit.value()).orElse(null));
    }
  }

  private void flange(FlatBend b) {
    if (isHem(b) || b.isRolled()) {
      // Neither lies on a die.
      return;
    }
    Limit limit = book.limit("bend.flange");
    double required = limit.value() * die();
    double setback =
        BendMethod.outsideSetbackMm(Math.min(b.angleRad(), Math.PI / 2), b.radiusMm(), t);
    for (boolean carried : new boolean[] {true, false}) {
      Xy way = carried ? b.across() : b.across().times(-1);
      double edge = b.value().allowanceMm() / 2;
      double shortest = Double.MAX_VALUE;
      Xy at = middle(b);
      for (FlatBend.Segment s : b.lines()) {
        for (int i = 1; i < SAMPLES; i++) {
          // From the middle outwards, so that an even flange is marked in its middle.
          int place = SAMPLES / 2 + (i % 2 == 0 ? i / 2 : -(i / 2));
          Xy from = s.from().plus(s.to().minus(s.from()).times((double) place / SAMPLES));
          double length = area.reach(from, way) - edge + setback;
          if (length < shortest - SLACK_MM) {
            shortest = length;
            at = from;
          }
        }
      }
      if (shortest < required - SLACK_MM) {
        add(
            limit,
            "Flange is too short for the die",
            shortest,
            required,
            at,
            facesOf(b),
            "the wall at bend "
                + b.number()
                + " is "
                + Words.mm(round(shortest))
                + " long outside; a die of "
                + Words.mm(die())
                + " needs "
                + Words.mm(round(required)),
            carried ? repairs.longerFlange(b, required - shortest).orElse(null) : null);
      }
    }
  }

  private void hem(FlatBend b) {
    if (!isHem(b)) {
      return;
    }
    Limit length = book.limit("hem.length");
    double outside =
        area.reach(middle(b), b.across()) - b.value().allowanceMm() / 2 + b.radiusMm() + t;
    if (outside < length.value() * t - SLACK_MM) {
      add(
          length,
          "Hem is short",
          outside,
          length.value() * t,
          middle(b),
          facesOf(b),
          "the hem at bend "
              + b.number()
              + " is "
              + Words.mm(round(outside))
              + " long; "
              + Words.mm(length.value() * t)
              + " wanted",
          null);
    }
    Limit gap = book.limit("hem.gap");
    double open = 2 * b.radiusMm();
    if (open > OPEN_HEM_SHARE * t && open < gap.value() * t - SLACK_MM) {
      add(
          gap,
          "Open hem is narrow",
          open,
          gap.value() * t,
          middle(b),
          facesOf(b),
          "the hem at bend "
              + b.number()
              + " stands open by "
              + Words.mm(round(open))
              + "; "
              + Words.mm(gap.value() * t)
              + " wanted, or close it",
          null);
    }
  }

  /** At each end of a bend: where the wall goes on beside it, is there room to tear nothing? */
  private void reliefs(FlatBend b) {
    for (FlatBend.Segment s : b.lines()) {
      for (boolean atEnd : new boolean[] {false, true}) {
        Xy end = atEnd ? s.to() : s.from();
        Xy out = atEnd ? b.along() : b.along().times(-1);
        relief(b, end, out);
      }
    }
  }

  private void relief(FlatBend b, Xy end, Xy out) {
    double half = b.value().allowanceMm() / 2;
    Limit width = book.limit("relief.width");
    Limit depth = book.limit("relief.depth");
    Xy back = b.across().times(-1);
    double wantedWidth = width.value() * t;
    Xy probe = end.plus(out.times(wantedWidth / 2)).plus(back.times(half + 4 * t + b.radiusMm()));
    boolean wallGoesOn = area.contains(probe);
    if (!wallGoesOn) {
      return;
    }
    Xy shoulder = end.plus(out.times(SLACK_MM)).plus(back.times(half + SLACK_MM));
    if (area.contains(shoulder) && area.reach(shoulder, out) < wantedWidth) {
      // The wall ends there too, at a corner.
      return;
    }
    Xy beside = end.plus(out.times(Math.min(wantedWidth / 2, 0.05)));
    boolean tears =
        area.contains(beside) || area.contains(beside.plus(back.times(half - SLACK_MM)));
    boolean narrow =
        area.contains(end.plus(out.times(wantedWidth - SLACK_MM)).plus(back.times(half)));
    double deep = 0;
    double step = t / 20;
    double most = depth.value() * (t + b.radiusMm());
    while (deep < most
        && !area.contains(end.plus(out.times(wantedWidth / 2)).plus(back.times(deep - half)))) {
      deep += step;
    }
    if (tears || narrow) {
      add(
          width,
          tears ? "No relief beside the bend" : "Relief is narrow",
          tears ? 0 : area.reach(end.plus(back.times(half)), out),
          wantedWidth,
          end,
          facesOf(b),
          "bend "
              + b.number()
              + " ends within a wall "
              + (tears ? "without a relief" : "beside a narrow relief")
              + "; a cut of "
              + Words.mm(wantedWidth)
              + " width keeps it from tearing",
          repairs.relief(b).orElse(null));
    } else if (deep < most - step) {
      add(
          depth,
          "Relief is shallow",
          deep,
          most,
          end,
          facesOf(b),
          "the relief at the end of bend "
              + b.number()
              + " is "
              + Words.mm(round(deep))
              + " deep from the bend's far side; "
              + Words.mm(round(most))
              + " wanted",
          repairs.relief(b).orElse(null));
    }
  }

  private void grain(FlatBend b) {
    Expr grain = part.process().sheetOrUsual().grain();
    if (grain == null) {
      return;
    }
    try {
      Limit limit = book.limit("bend.grain");
      Xy way = Xy.polar(1, values.angleRad(grain));
      double between = Math.toDegrees(Math.asin(Math.min(1, Math.abs(way.cross(b.middleAlong())))));
      if (between < limit.value()) {
        add(
            limit,
            "Bend runs along the grain",
            between,
            limit.value(),
            middle(b),
            facesOf(b),
            "bend "
                + b.number()
                + " lies at "
                + Words.number(round(between))
                + " deg to the grain; the sheet may crack there",
            null);
      }
    } catch (ExpressionException e) {
      // The part's card shows the error at the field; without a direction there is nothing to
      // check.
      return;
    }
  }
}
