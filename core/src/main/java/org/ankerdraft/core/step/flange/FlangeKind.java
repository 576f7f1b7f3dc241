package org.ankerdraft.core.step.flange;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.sheet.StripProfile.Piece;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Repair;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.flange.Flange.Measured;
import org.ankerdraft.core.step.strip.Seat;
import org.ankerdraft.core.step.strip.StripKind;
import org.ankerdraft.core.step.strip.StripShape;

/** Flanges. */
public final class FlangeKind extends StripKind<Flange> {
  private static final Field<Flange, String> BODY = StepFields.body(Flange::body);
  private static final Field<Flange, Seat> SEAT = StripKind.seatField();
  private static final Field<Flange, Bending> BENDING = StepFields.bending(Flange::bending);
  private static final Field<Flange, Expr> LENGTH =
      StepFields.<Flange>length("length", "Length", Flange::length)
          .required()
          .grip((f, scene) -> scene.onBorn("end", 0, 1));
  private static final Field<Flange, Measured> MEASURED =
      Field.<Flange, Measured>of(
              "measured",
              WordForm.of(Measured.OUTSIDE, "outside")
                  .or(Measured.INSIDE, "inside")
                  .or(Measured.BEND_LINE, "bend line"),
              Flange::measured)
          .otherwise(Measured.OUTSIDE)
          .label("Measured from")
          .folded()
          .about(
              "from where the length counts; outside (default): to the mould line, over 90 deg to the"
                  + " outermost point");
  private static final Field<Flange, Expr> ANGLE =
      StepFields.<Flange>angle("angle", "Angle", Flange::angle)
          .usual("90 deg")
          .grip((f, scene) -> scene.onBorn("wall1-near", 0, 1))
          .about("0 to 180 deg, default 90");
  private static final Field<Flange, Expr> RADIUS =
      StepFields.<Flange>length("radius", "Inside radius", Flange::radius)
          .usual(StepFields.AS_PART)
          .grip((f, scene) -> scene.onBorn("bend1-near", 0, -2))
          .about("inside radius; default as the part");
  private static final Field<Flange, Bending.By> ALLOWANCE =
      StepFields.allowance(
          Flange::bending,
          (f, b) ->
              new Flange(
                  f.head(),
                  f.body(),
                  f.seat(),
                  f.length(),
                  f.measured(),
                  f.angle(),
                  f.radius(),
                  b));

  public FlangeKind() {
    super(
        "flange",
        Flange.class,
        SEAT,
        List.of(LENGTH, MEASURED, ANGLE, RADIUS, SEAT, ALLOWANCE, BENDING, BODY),
        (head, v) ->
            new Flange(
                head,
                v.get(BODY),
                v.get(SEAT),
                v.get(LENGTH),
                v.get(MEASURED),
                v.get(ANGLE),
                v.get(RADIUS),
                v.get(BENDING)),
        new Rail(Stage.SHEET, "Flange", 'F', "bend edge wall", true));
  }

  @Override
  protected StripShape shape(Flange f, BuildContext in, double thickness)
      throws StepFailed, ExpressionException {
    StripShape.Maker make = new StripShape.Maker(in, word(), thickness);
    double angle = make.numbers().angle(f.angle(), StripShape.RIGHT_RAD, Math.PI);
    double radius = make.numbers().radius(f.radius());
    double length = in.positiveMm(word(), "the length", f.length());
    double outside = make.outside(angle, radius);
    double taken =
        switch (f.measured()) {
          case OUTSIDE -> outside;
          case INSIDE -> angle > StripShape.RIGHT_RAD ? radius : Math.tan(angle / 2) * radius;
          case BEND_LINE -> 0;
        };
    return new StripShape(
        make.tangent(f.seat().position(), Seat.Position.INSIDE, outside),
        radius,
        List.of(
            new Piece.Bent(angle, radius, true),
            new Piece.Flat(make.flat("a length", length, taken))));
  }

  @Override
  public Optional<Flange> repaired(Flange f, Repair repair) {
    return switch (repair) {
      case Repair.LargerRadius(double radius) ->
          Optional.of(form().with(f, RADIUS, Words.atLeastMm(radius)));
      case Repair.Longer(double by) ->
          Optional.of(form().with(f, LENGTH, Words.longer(f.length(), by)));
      case Repair.ReliefByRule _, Repair.MovePlace _ -> super.repaired(f, repair);
    };
  }

  @Override
  public String summary(Flange s) {
    return s.length() + ", " + (s.angle() == null ? "90 deg" : s.angle().text()) + onEdge(s);
  }

  @Override
  public Fresh<Flange> fresh(Picks picks) {
    return Fresh.of(
        new Flange(
            picks.head("flange"),
            picks.body(),
            Seat.on(picks.edges()),
            new Expr("20 mm"),
            null,
            new Expr("90 deg"),
            null,
            null));
  }
}
