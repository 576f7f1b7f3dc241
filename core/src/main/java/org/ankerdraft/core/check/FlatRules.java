package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.FlatArea;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.core.sheet.FoldMotion;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** What the rules of flat patterns share: the flat, the limits, and how findings are told. */
abstract class FlatRules {
  static final double SLACK_MM = 1e-3;
  private static final double CHORD_MM = 0.001;

  final NamedShape named;
  final String body;
  final FlatPattern flat;
  final FlatArea area;
  final RuleBook book;
  final PartDocument part;
  final Evaluator values;
  final FlatRepairs repairs;
  final List<Finding> findings;

  /** Thickness of the sheet, mm. */
  final double t;

  private final FoldMotion.Pose folded;

  FlatRules(FlatAnalysis analysis, RuleBook book, PartDocument part) {
    this.named = analysis.body().named();
    this.body = analysis.body().name();
    this.flat = analysis.flat();
    this.area = new FlatArea(flat, CHORD_MM);
    this.book = book;
    this.part = part;
    this.values = new Evaluator(part.definitions());
    this.folded = new FoldMotion(flat).at(1);
    this.repairs = new FlatRepairs(part, named);
    this.findings = new ArrayList<>();
    this.t = flat.thicknessMm();
  }

  /** Further rules on the same flat; their findings go to the same list. */
  FlatRules(FlatRules of) {
    this.named = of.named;
    this.body = of.body;
    this.flat = of.flat;
    this.area = of.area;
    this.book = of.book;
    this.part = of.part;
    this.values = of.values;
    this.folded = of.folded;
    this.repairs = of.repairs;
    this.findings = of.findings;
    this.t = of.t;
  }

  /** Judges the flat. */
  abstract void judge();

  /** Names of the faces of a bend, upper side. */
  final List<FaceName> facesOf(FlatBend b) {
    return b.faces().stream().map(named::faceName).toList();
  }

  final Xy middle(FlatBend b) {
    Xy centre = b.middle(0);
    if (b.lines().isEmpty()) {
      return centre;
    }
    FlatBend.Segment s = b.lines().getFirst();
    return s.from().plus(s.to()).times(0.5);
  }

  /** A point of the flat on the folded part. */
  final Vec3 inSpace(Xy p) {
    FlatPattern.Zone nearest = flat.zones().getFirst();
    for (FlatPattern.Zone z : flat.zones()) {
      if (org.ankerdraft.core.geometry.Polygons.contains(
          z.contours().getFirst().points(CHORD_MM), p)) {
        nearest = z;
      }
    }
    return folded.point(nearest, p, 0);
  }

  final void add(
      Limit limit,
      String title,
      double measured,
      double required,
      Xy at,
      List<FaceName> faces,
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

  /** Opening of the lower tool. */
  final double die() {
    return book.dieMm(part, t);
  }

  static double round(double v) {
    return Math.rint(v * 100) / 100;
  }
}
