package org.ankerdraft.core.step.joggle;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
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
import org.ankerdraft.core.step.strip.Seat;
import org.ankerdraft.core.step.strip.StripKind;
import org.ankerdraft.core.step.strip.StripShape;

/** Joggles. */
public final class JoggleKind extends StripKind<Joggle> {
  private static final double USUAL_ANGLE_RAD = Math.PI / 4;

  private static final Field<Joggle, String> BODY = StepFields.body(Joggle::body);
  private static final Field<Joggle, Seat> SEAT = StripKind.seatField();
  private static final Field<Joggle, Bending> BENDING = StepFields.bending(Joggle::bending);
  private static final Field<Joggle, Expr> HEIGHT =
      StepFields.<Joggle>length("height", "Height", Joggle::height)
          .required()
          .about("by which the wall is set off");
  private static final Field<Joggle, Expr> LENGTH =
      StepFields.<Joggle>length("length", "Length", Joggle::length)
          .required()
          .grip((j, scene) -> scene.onBorn("end", 0, 1))
          .about("beyond the second bend");
  private static final Field<Joggle, Expr> ANGLE =
      StepFields.<Joggle>angle("angle", "Angle", Joggle::angle)
          .usual("45 deg")
          .grip((j, scene) -> scene.onBorn("wall1-near", 0, 1))
          .about("of both bends, to 90 deg; default 45");
  private static final Field<Joggle, Expr> RADIUS =
      StepFields.<Joggle>length("radius", "Inside radius", Joggle::radius)
          .usual(StepFields.AS_PART)
          .grip((j, scene) -> scene.onBorn("bend1-near", 0, -2))
          .about("inside radius; default as the part");
  private static final Field<Joggle, Bending.By> ALLOWANCE =
      StepFields.allowance(
          Joggle::bending,
          (j, b) ->
              new Joggle(
                  j.head(), j.body(), j.seat(), j.height(), j.length(), j.angle(), j.radius(), b));

  public JoggleKind() {
    super(
        "joggle",
        Joggle.class,
        SEAT,
        List.of(HEIGHT, LENGTH, ANGLE, RADIUS, SEAT, ALLOWANCE, BENDING, BODY),
        (head, v) ->
            new Joggle(
                head,
                v.get(BODY),
                v.get(SEAT),
                v.get(HEIGHT),
                v.get(LENGTH),
                v.get(ANGLE),
                v.get(RADIUS),
                v.get(BENDING)),
        new Rail(Stage.SHEET, "Joggle", 'J', "set off step offset", true));
  }

  @Override
  protected StripShape shape(Joggle j, BuildContext in, double thickness)
      throws StepFailed, ExpressionException {
    StripShape.Maker make = new StripShape.Maker(in, word(), thickness);
    double angle = make.numbers().angle(j.angle(), USUAL_ANGLE_RAD, StripShape.RIGHT_RAD);
    double radius = make.numbers().radius(j.radius());
    double height = in.positiveMm(word(), "the height", j.height());
    double length = in.positiveMm(word(), "the length", j.length());
    double least = (2 * radius + thickness) * (1 - Math.cos(angle));
    double between = (height - least) / Math.sin(angle);
    if (between < -in.tolerance.lengthMm()) {
      throw new StepFailed(
          new Failure(
              word(),
              "its two bends of "
                  + Words.deg(angle)
                  + " alone rise by "
                  + Words.mm(least)
                  + ", more than the height of "
                  + Words.mm(height),
              List.of(),
              null,
              "for a height of at least " + Words.mm(least) + ", or a smaller angle"));
    }
    List<Piece> pieces = new ArrayList<>();
    pieces.add(new Piece.Bent(angle, radius, true));
    if (between > in.tolerance.lengthMm()) {
      pieces.add(new Piece.Flat(between));
    }
    pieces.add(new Piece.Bent(angle, radius, false));
    pieces.add(new Piece.Flat(length));
    double tangent =
        make.tangent(j.seat().position(), Seat.Position.OUTSIDE, make.outside(angle, radius));
    return new StripShape(tangent, radius, pieces);
  }

  @Override
  public Optional<Joggle> repaired(Joggle j, Repair repair) {
    return repair instanceof Repair.LargerRadius(double radius)
        ? Optional.of(form().with(j, RADIUS, Words.atLeastMm(radius)))
        : super.repaired(j, repair);
  }

  @Override
  public String summary(Joggle s) {
    return s.height() + " high, " + s.length() + onEdge(s);
  }

  @Override
  public Fresh<Joggle> fresh(Picks picks) {
    return Fresh.of(
        new Joggle(
            picks.head("joggle"),
            picks.body(),
            Seat.on(picks.edges()),
            new Expr("4 mm"),
            new Expr("15 mm"),
            new Expr("45 deg"),
            null,
            null));
  }
}
