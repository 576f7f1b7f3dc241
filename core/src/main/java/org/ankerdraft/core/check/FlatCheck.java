package org.ankerdraft.core.check;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.sheet.FlatArea;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.PressBrake;
import org.ankerdraft.core.sheet.SheetProcess;
import org.ankerdraft.vectors.Xy;

/** Can the flat pattern be cut and folded? The blank as a whole, then its bends and holes. */
final class FlatCheck extends FlatRules {
  /** Six to twelve thicknesses, of a usual eight (common practice). */
  private static final double LEAST_DIE_SHARE = 0.75;

  private static final double MOST_DIE_SHARE = 1.5;

  private FlatCheck(FlatAnalysis analysis, RuleBook book, PartDocument part) {
    super(analysis, book, part);
  }

  static List<Finding> check(FlatAnalysis analysis, RuleBook book, PartDocument part) {
    if (analysis.flat() == null) {
      return List.of(notFlat(analysis, book));
    }
    FlatCheck check = new FlatCheck(analysis, book, part);
    check.judge();
    return check.findings;
  }

  private static Finding notFlat(FlatAnalysis a, RuleBook book) {
    Limit limit = book.limit("flat.unfolds");
    return new Finding(
        limit.code(),
        Finding.Subject.FLAT,
        limit.severity(),
        "Cannot be unfolded",
        0,
        0,
        "",
        a.body().named().shape().mass().centroid(),
        a.body().name(),
        List.of(),
        limit.source(),
        a.whyNot(),
        null);
  }

  @Override
  void judge() {
    if (overlaps()) {
      // What lies on itself cannot be measured; nothing else matters before it is mended.
      return;
    }
    gaps();
    new BendRules(this).judge();
    new HoleRules(this).judge();
    blank();
    force();
    ownDie();
    oblique();
  }

  /** Only the part's own die can be out of the usual range. */
  private void ownDie() {
    Limit limit = book.limit("die.opening");
    double usual = limit.value() * t;
    double own = die();
    if (flat.bends().isEmpty()
        || (own >= usual * LEAST_DIE_SHARE - SLACK_MM
            && own <= usual * MOST_DIE_SHARE + SLACK_MM)) {
      return;
    }
    FlatBend first = flat.bends().getFirst();
    add(
        limit,
        "Die opening is unusual",
        own,
        usual,
        middle(first),
        facesOf(first),
        "the die opens "
            + Words.mm(own)
            + "; for a sheet of "
            + Words.mm(t)
            + " "
            + Words.mm(usual * LEAST_DIE_SHARE)
            + " to "
            + Words.mm(usual * MOST_DIE_SHARE)
            + " is usual",
        null);
  }

  private boolean overlaps() {
    Optional<Xy> place = area.overlap();
    if (place.isPresent()) {
      double deep = area.overlapMm();
      add(
          book.limit("flat.overlap"),
          "Flat overlaps itself",
          deep,
          0,
          place.get(),
          List.of(),
          "laid flat, the sheet overlaps itself here, by up to "
              + Words.mm(round(deep))
              + ", so it cannot be cut from one piece",
          null);
    }
    return place.isPresent();
  }

  private void gaps() {
    Limit gap = book.limit("flat.gap");
    for (FlatArea.Gap narrow : area.closingGaps(gap.value())) {
      add(
          gap,
          "Gap closes in the flat",
          narrow.widthMm(),
          gap.value(),
          narrow.at(),
          List.of(),
          "two edges of the flat come as near as "
              + Words.mm(round(narrow.widthMm()))
              + "; a cut between them needs "
              + Words.mm(gap.value()),
          null);
    }
  }

  private void blank() {
    SheetProcess sheet = part.process().sheetOrUsual();
    if (sheet.sheetLength() == null || sheet.sheetWidth() == null) {
      return;
    }
    try {
      double a = values.lengthMm(sheet.sheetLength());
      double b = values.lengthMm(sheet.sheetWidth());
      Xy blank = area.smallestBlank();
      if (blank.x() > Math.max(a, b) || blank.y() > Math.min(a, b)) {
        add(
            book.limit("blank.size"),
            "Blank is larger than the sheet",
            blank.x(),
            Math.max(a, b),
            flat.outline().curves().getFirst().start(),
            List.of(),
            "the blank takes "
                + Words.mm(round(blank.x()))
                + " x "
                + Words.mm(round(blank.y()))
                + "; the sheet is "
                + Words.mm(Math.max(a, b))
                + " x "
                + Words.mm(Math.min(a, b)),
            null);
      }
    } catch (ExpressionException e) {
      // The part's card shows the error at the field; without a size there is nothing to check.
      return;
    }
  }

  private void force() {
    Limit limit = book.limit("bend.force");
    FlatBend hardest = null;
    double most = 0;
    for (FlatBend b : flat.bends()) {
      double kn = PressBrake.forceKn(book.tensileMpa(), t, b.lengthMm(), die());
      if (kn > most) {
        most = kn;
        hardest = b;
      }
    }
    if (hardest == null) {
      return;
    }
    Limit said =
        most > limit.value()
            ? limit
            : new Limit(limit.code(), limit.value(), limit.unit(), Severity.NOTE, limit.source());
    add(
        said,
        "Bending force",
        most,
        limit.value(),
        middle(hardest),
        facesOf(hardest),
        "bend "
            + hardest.number()
            + " takes the most force, "
            + Words.number(round(most))
            + " kN in a die of "
            + Words.mm(die()),
        null);
  }

  private void oblique() {
    flat.oblique().entrySet().stream()
        .max(
            Comparator.comparingDouble(Map.Entry<Integer, Double>::getValue)
                .thenComparingInt(e -> -e.getKey()))
        .ifPresent(worst -> {
          Limit limit = book.limit("flat.oblique");
          double apart = t * Math.tan(worst.getValue());
          findings.add(
              new Finding(
                  limit.code(),
                  Finding.Subject.FLAT,
                  limit.severity(),
                  "Cut edge is not square",
                  apart,
                  0,
                  "mm",
                  named.topology().face(worst.getKey()).point(),
                  body,
                  flat.oblique().keySet().stream().sorted().map(named::faceName).toList(),
                  limit.source(),
                  Words.count(flat.oblique().size(), "cut edge")
                      + (flat.oblique().size() == 1 ? " does" : " do")
                      + " not stand square on the sheet: its two sides differ by up to "
                      + Words.mm(round(apart))
                      + " here, where the edge leans by "
                      + Words.deg(Math.toRadians(round(Math.toDegrees(worst.getValue()))))
                      + "; the flat takes the fuller side, and is cut square",
                  null));
        });
  }
}
