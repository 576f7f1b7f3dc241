package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.build.Words;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Xy;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.BendMethod;
import org.ankerdraft.core.sheet.FlatArea;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.core.sheet.FoldMotion;
import org.ankerdraft.core.sheet.PressBrake;
import org.ankerdraft.core.sheet.SheetProcess;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Vec3;

/** Can the flat pattern be cut and folded? */
final class FlatCheck {
  private static final double CHORD_MM = 0.005;
  private static final double SLACK_MM = 1e-3;
  private static final double HEM_RAD = Math.toRadians(170);
  private static final double SLOT_RATIO = 1.5;
  private static final int SAMPLES = 16;

  /** Over this share of the thickness a hem's gap is meant to stay open. */
  private static final double OPEN_HEM_SHARE = 0.5;

  private final NamedShape named;
  private final String body;
  private final FlatPattern flat;
  private final FlatArea area;
  private final RuleBook book;
  private final PartDocument part;
  private final Evaluator values;
  private final FoldMotion.Pose folded;
  private final FlatRepairs repairs;
  private final List<Finding> findings = new ArrayList<>();
  private final double t;

  private FlatCheck(FlatAnalysis analysis, RuleBook book, PartDocument part) {
    this.named = analysis.body().named();
    this.body = analysis.body().name();
    this.flat = analysis.flat();
    this.area = new FlatArea(flat, CHORD_MM);
    this.book = book;
    this.part = part;
    this.values = new Evaluator(part.definitions());
    this.folded = new FoldMotion(flat).at(1);
    this.repairs = new FlatRepairs(part, named);
    this.t = flat.thicknessMm();
  }

  static List<Finding> check(FlatAnalysis analysis, RuleBook book, PartDocument part) {
    if (analysis.flat() == null) {
      return List.of(notFlat(analysis, book));
    }
    FlatCheck check = new FlatCheck(analysis, book, part);
    check.all();
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

  private void all() {
    if (overlaps()) {
      // What lies on itself cannot be measured; nothing else matters before it is mended.
      return;
    }
    gaps();
    for (FlatBend b : flat.bends()) {
      radius(b);
      flange(b);
      hem(b);
      reliefs(b);
      grain(b);
    }
    for (int h = 0; h < flat.holes().size(); h++) {
      holeSize(h);
      holeToEdge(h);
      for (FlatBend b : flat.bends()) {
        holeToBend(h, b);
      }
    }
    blank();
    force();
    oblique();
  }

  private static boolean isHem(FlatBend b) {
    return b.angleRad() > HEM_RAD;
  }

  /** Names of the faces of a bend, upper side. */
  private List<String> facesOf(FlatBend b) {
    return b.faces().stream().map(named::faceName).toList();
  }

  private Xy middle(FlatBend b) {
    Xy centre = b.start().plus(b.across().times(b.value().allowanceMm() / 2));
    if (b.lines().isEmpty()) {
      return centre;
    }
    FlatBend.Segment s = b.lines().getFirst();
    return s.from().plus(s.to()).times(0.5);
  }

  /** A point of the flat on the folded part. */
  private Vec3 inSpace(Xy p) {
    FlatPattern.Zone nearest = flat.zones().getFirst();
    for (FlatPattern.Zone z : flat.zones()) {
      if (org.ankerdraft.core.geometry.Polygons.contains(
          z.contours().getFirst().points(CHORD_MM), p)) {
        nearest = z;
      }
    }
    return folded.point(nearest, p, 0);
  }

  private void add(
      Limit limit,
      String title,
      double measured,
      double required,
      Xy at,
      List<String> faces,
      String message,
      Step repair) {
    findings.add(
        new Finding(
            limit.code(),
            Finding.Subject.FLAT,
            limit.severity(),
            title,
            measured,
            required,
            limit.unit().equals("deg") || limit.unit().equals("kN") ? limit.unit() : "mm",
            inSpace(at),
            body,
            faces,
            limit.source(),
            message,
            repair,
            at));
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

  /** Opening of the lower tool. */
  private double die() {
    SheetProcess sheet = part.process().sheetOrUsual();
    if (sheet.die() != null) {
      try {
        return values.lengthMm(sheet.die());
      } catch (ExpressionException e) {
        // The part's card shows the error at the field; the rule stands in until it is mended.
        return book.limit("die.opening").value() * t;
      }
    }
    return book.limit("die.opening").value() * t;
  }

  private void flange(FlatBend b) {
    if (isHem(b)) {
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

  private static double round(double v) {
    return Math.rint(v * 100) / 100;
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
      double between = Math.toDegrees(Math.asin(Math.min(1, Math.abs(way.cross(b.along())))));
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

  private void holeSize(int h) {
    Limit limit = book.limit("hole.diameter");
    Xy size = area.sizeOfHole(h, new Xy(1, 0));
    double narrow = Math.min(size.x(), size.y());
    if (narrow < limit.value() * t - SLACK_MM) {
      add(
          limit,
          "Hole is small",
          narrow,
          limit.value() * t,
          flat.holes().get(h).curves().getFirst().start(),
          List.of(),
          "a hole is "
              + Words.mm(round(narrow))
              + " wide; "
              + Words.mm(limit.value() * t)
              + " can be cut well in this sheet",
          null);
    }
  }

  private void holeToEdge(int h) {
    Limit limit = book.limit("hole.edge");
    FlatArea.Way way = area.holeToOutline(h);
    if (way.lengthMm() < limit.value() * t - SLACK_MM) {
      add(
          limit,
          "Hole is near the edge",
          way.lengthMm(),
          limit.value() * t,
          way.from(),
          List.of(),
          "a hole stands "
              + Words.mm(round(way.lengthMm()))
              + " off the edge; "
              + Words.mm(limit.value() * t)
              + " wanted",
          null);
    }
  }

  private void holeToBend(int h, FlatBend b) {
    FlatArea.Way way = area.holeToBend(h, b);
    if (way.lengthMm() <= SLACK_MM) {
      Limit limit = book.limit("hole.across");
      add(
          limit,
          "Cut-out runs into a bend",
          0,
          0,
          way.from(),
          facesOf(b),
          "a cut-out lies in bend " + b.number() + "; folding will pull it out of shape",
          null);
      return;
    }
    Xy size = area.sizeOfHole(h, b.along());
    boolean slot = size.x() > SLOT_RATIO * size.y();
    Limit limit = book.limit(slot ? "slot.bend" : "hole.bend");
    double required = limit.value() * t + b.radiusMm();
    if (way.lengthMm() < required - SLACK_MM) {
      Xy away = way.from().minus(way.to()).times(1 / way.lengthMm());
      add(
          limit,
          (slot ? "Slot" : "Hole") + " is near a bend",
          way.lengthMm(),
          required,
          way.from(),
          facesOf(b),
          "a "
              + (slot ? "slot" : "hole")
              + " stands "
              + Words.mm(round(way.lengthMm()))
              + " off bend "
              + b.number()
              + "; "
              + Words.mm(round(required))
              + " wanted",
          movedHole(way, away.times(required - way.lengthMm())).orElse(null));
    }
  }

  private Optional<Step> movedHole(FlatArea.Way way, Xy by) {
    Vec3 from = inSpace(way.from());
    Vec3 to = inSpace(way.from().plus(by));
    return repairs.movedHole(from, to.minus(from));
  }

  private boolean overlaps() {
    Optional<Xy> place = area.overlap();
    place.ifPresent(at ->
        add(
            book.limit("flat.overlap"),
            "Flat overlaps itself",
            0,
            0,
            at,
            List.of(),
            "laid flat, the sheet overlaps itself here, so it cannot be cut from one piece",
            null));
    return place.isPresent();
  }

  private void gaps() {
    Limit gap = book.limit("flat.gap");
    for (Xy at : area.closingGaps(gap.value())) {
      add(
          gap,
          "Gap closes in the flat",
          0,
          gap.value(),
          at,
          List.of(),
          "two edges of the flat come closer than " + Words.mm(gap.value()),
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
    if (!flat.obliqueFaces().isEmpty()) {
      Limit limit = book.limit("flat.oblique");
      int face = flat.obliqueFaces().stream().min(Integer::compare).orElseThrow();
      findings.add(
          new Finding(
              limit.code(),
              Finding.Subject.FLAT,
              limit.severity(),
              "Cut edge is not square",
              0,
              0,
              "",
              named.topology().face(face).point(),
              body,
              flat.obliqueFaces().stream().sorted().map(named::faceName).toList(),
              limit.source(),
              "the flat takes the upper side of "
                  + flat.obliqueFaces().size()
                  + " cut edges that do not stand square on the sheet",
              null));
    }
  }
}
