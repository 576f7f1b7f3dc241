package org.ankerdraft.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import org.ankerdraft.app.CardField.Measure;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Step;

/** The fields of the steps that make and fold sheet. */
final class SheetFields {
  static final String AS_PART = "as the part";
  static final List<String> BENDINGS =
      List.of("K-factor", "allowance at 90°", "deduction at 90°", "bend table", "DIN 6935");
  private static final List<String> SIDES = List.of("left", "right", "centred");

  private SheetFields() {}

  static List<CardField> of(SheetStep step, PartDocument part) {
    return switch (step) {
      case SheetStep.Base s -> base(s, part);
      case SheetStep.Folded s -> folded(s, part);
      case SheetStep.Flange s -> flange(s);
      case SheetStep.Hem s -> hem(s);
      case SheetStep.Joggle s -> joggle(s);
      case SheetStep.Convert s -> convert(s);
    };
  }

  /** One of an enum's values, by words in their order. */
  private static <E extends Enum<E>> CardField option(
      Step s, String label, String component, E value, E[] values, String... words) {
    List<String> list = List.of(words);
    return new CardField.OptionField(
        label,
        list,
        list.get(value.ordinal()),
        v -> Changed.with(s, component, values[list.indexOf(v)]));
  }

  private static CardField either(
      Step s, String label, String component, boolean value, String no, String yes) {
    return new CardField.OptionField(
        label, List.of(no, yes), value ? yes : no, v -> Changed.with(s, component, v.equals(yes)));
  }

  private static CardField usual(Step s, String label, String component, Expr value, String usual) {
    return new CardField.NumberField(
        label, Measure.LENGTH, value, true, v -> Changed.with(s, component, v), usual);
  }

  private static CardField usualAngle(Step s, Expr value, String usual) {
    return new CardField.NumberField(
        "Angle", Measure.ANGLE, value, true, v -> Changed.with(s, "angle", v), usual);
  }

  private static List<CardField> base(SheetStep.Base s, PartDocument part) {
    return List.of(
        StepFields.sketch(s, part, s.sketch()),
        usual(s, "Thickness", "thickness", s.thickness(), AS_PART),
        either(s, "Sheet lies", "reversed", s.reversed(), "along the normal", "against the normal"),
        StepFields.body(s, s.body()));
  }

  private static List<CardField> folded(SheetStep.Folded s, PartDocument part) {
    List<CardField> fields = new ArrayList<>();
    fields.add(StepFields.sketch(s, part, s.sketch()));
    fields.add(StepFields.length(s, "Width", "width", s.width(), false));
    fields.add(either(s, "Grows", "symmetric", s.symmetric(), "to one side", "to both sides"));
    fields.add(
        option(
            s,
            "Sheet lies",
            "side",
            s.side(),
            SheetStep.Side.values(),
            SIDES.toArray(String[]::new)));
    fields.add(usual(s, "Thickness", "thickness", s.thickness(), AS_PART));
    fields.add(usual(s, "Inside radius", "radius", s.radius(), AS_PART));
    fields.add(StepFields.body(s, s.body()));
    fields.addAll(bending(s.bending(), b -> Changed.with(s, "bending", b), true));
    return fields;
  }

  private static List<CardField> flange(SheetStep.Flange s) {
    List<CardField> fields = new ArrayList<>();
    fields.add(edges(s));
    fields.add(StepFields.length(s, "Length", "length", s.length(), false));
    fields.add(
        option(
            s,
            "Measured from",
            "measured",
            s.measured(),
            SheetStep.Measured.values(),
            "outside",
            "inside",
            "bend line"));
    fields.add(usualAngle(s, s.angle(), "90 deg"));
    fields.add(usual(s, "Inside radius", "radius", s.radius(), AS_PART));
    fields.addAll(seat(s, true));
    fields.addAll(bending(s.bending(), b -> Changed.with(s, "bending", b), true));
    return fields;
  }

  private static List<CardField> hem(SheetStep.Hem s) {
    List<CardField> fields = new ArrayList<>();
    fields.add(edges(s));
    fields.add(
        option(
            s,
            "Hem",
            "style",
            s.style(),
            SheetStep.HemStyle.values(),
            "closed",
            "open",
            "teardrop"));
    fields.add(StepFields.length(s, "Length", "length", s.length(), false));
    fields.add(
        usual(
            s,
            "Gap",
            "gap",
            s.gap(),
            s.style() == SheetStep.HemStyle.OPEN ? "one thickness" : "0.1 mm"));
    if (s.style() == SheetStep.HemStyle.TEARDROP) {
      fields.add(usual(s, "Inside radius", "radius", s.radius(), AS_PART));
    }
    fields.addAll(seat(s, true));
    fields.addAll(bending(s.bending(), b -> Changed.with(s, "bending", b), true));
    return fields;
  }

  private static List<CardField> joggle(SheetStep.Joggle s) {
    List<CardField> fields = new ArrayList<>();
    fields.add(edges(s));
    fields.add(StepFields.length(s, "Height", "height", s.height(), false));
    fields.add(StepFields.length(s, "Length", "length", s.length(), false));
    fields.add(usualAngle(s, s.angle(), "45 deg"));
    fields.add(usual(s, "Inside radius", "radius", s.radius(), AS_PART));
    fields.addAll(seat(s, false));
    fields.addAll(bending(s.bending(), b -> Changed.with(s, "bending", b), true));
    return fields;
  }

  private static List<CardField> convert(SheetStep.Convert s) {
    List<CardField> fields = new ArrayList<>();
    fields.add(
        new CardField.FacesField(
            "Keep",
            s.keep() == null ? List.of() : List.of(s.keep()),
            v -> Changed.with(s, "keep", v.isEmpty() ? null : v.getLast())));
    fields.add(new CardField.EdgesField("Bend", s.bends(), v -> Changed.with(s, "bends", v)));
    fields.add(new CardField.EdgesField("Rip", s.rips(), v -> Changed.with(s, "rips", v)));
    fields.add(usual(s, "Thickness", "thickness", s.thickness(), AS_PART));
    fields.add(usual(s, "Inside radius", "radius", s.radius(), AS_PART));
    fields.add(usual(s, "Gap", "gap", s.gap(), "0.5 mm"));
    fields.addAll(bending(s.bending(), b -> Changed.with(s, "bending", b), true));
    return fields;
  }

  private static CardField edges(SheetStep.Strip s) {
    return new CardField.EdgesField(
        "Edges", s.seat().edges(), v -> s.withSeat(Changed.with(s.seat(), "edges", v)));
  }

  private static CardField seatLength(
      SheetStep.Strip s, String label, String component, Expr value, String usual) {
    return new CardField.NumberField(
        label,
        Measure.LENGTH,
        value,
        true,
        v -> s.withSeat(Changed.with(s.seat(), component, v)),
        usual);
  }

  private static List<CardField> seat(SheetStep.Strip s, boolean withPosition) {
    SheetStep.Seat seat = s.seat();
    List<CardField> fields = new ArrayList<>();
    if (withPosition) {
      List<String> positions = List.of("inside the edge", "outside it", "centred on it");
      fields.add(
          new CardField.OptionField(
              "Bend lies",
              positions,
              positions.get(seat.position().ordinal()),
              v ->
                  s.withSeat(
                      Changed.with(
                          seat, "position", SheetStep.Position.values()[positions.indexOf(v)]))));
    }
    fields.add(seatLength(s, "Offset, start", "startOffset", seat.startOffset(), "0 mm"));
    fields.add(seatLength(s, "Offset, end", "endOffset", seat.endOffset(), "0 mm"));
    fields.add(seatLength(s, "Gap at corners", "gap", seat.gap(), "0.5 mm"));
    fields.add(reliefShape(s, "Relief", "shape", seat.relief().shape()));
    fields.add(reliefShape(s, "At corners", "corner", seat.relief().corner()));
    fields.add(reliefLength(s, "Relief width", "width", seat.relief().width()));
    fields.add(reliefLength(s, "Relief depth", "depth", seat.relief().depth()));
    return fields;
  }

  private static Step withRelief(SheetStep.Strip s, String component, Object value) {
    SheetStep.Relief changed = Changed.with(s.seat().relief(), component, value);
    return s.withSeat(Changed.with(s.seat(), "relief", changed));
  }

  private static CardField reliefShape(
      SheetStep.Strip s, String label, String component, SheetStep.ReliefShape value) {
    List<String> shapes = List.of("rectangular", "round-ended", "none");
    return new CardField.OptionField(
        label,
        shapes,
        shapes.get(value.ordinal()),
        v -> withRelief(s, component, SheetStep.ReliefShape.values()[shapes.indexOf(v)]));
  }

  private static CardField reliefLength(
      SheetStep.Strip s, String label, String component, Expr value) {
    return new CardField.NumberField(
        label, Measure.LENGTH, value, true, v -> withRelief(s, component, v), "by rule");
  }

  /**
   * How allowance is found.
   *
   * @param mayFollow whether it may be left to the part
   */
  static List<CardField> bending(Bending bending, Function<Bending, Step> with, boolean mayFollow) {
    List<CardField> fields = new ArrayList<>();
    List<String> options = new ArrayList<>(mayFollow ? List.of(AS_PART) : List.of());
    options.addAll(BENDINGS);
    fields.add(
        new CardField.OptionField(
            "Allowance",
            options,
            bending == null ? AS_PART : BENDINGS.get(bending.by().ordinal()),
            v -> with.apply(v.equals(AS_PART) ? null : started(v))));
    if (bending == null) {
      return fields;
    }
    switch (bending.by()) {
      case K_FACTOR ->
          fields.add(
              new CardField.NumberField(
                  "K",
                  Measure.NUMBER,
                  bending.value(),
                  false,
                  v -> with.apply(Changed.with(bending, "value", v))));
      case ALLOWANCE, DEDUCTION ->
          fields.add(
              new CardField.NumberField(
                  bending.by() == Bending.By.ALLOWANCE ? "BA at 90°" : "BD at 90°",
                  Measure.LENGTH,
                  bending.value(),
                  false,
                  v -> with.apply(Changed.with(bending, "value", v))));
      case TABLE -> rows(bending, with, fields);
      case DIN_6935 -> {
        // The standard has no number to give.
      }
    }
    return fields;
  }

  static Bending started(String option) {
    Bending.By by = Bending.By.values()[BENDINGS.indexOf(option)];
    Expr value =
        switch (by) {
          case K_FACTOR -> new Expr("0.44");
          case ALLOWANCE, DEDUCTION -> new Expr("3 mm");
          case TABLE, DIN_6935 -> null;
        };
    List<Bending.TableRow> rows =
        by == Bending.By.TABLE
            ? List.of(
                new Bending.TableRow(new Expr("1.5 mm"), new Expr("90 deg"), new Expr("3.4 mm")))
            : List.of();
    return new Bending(by, value, rows);
  }

  private static void rows(Bending bending, Function<Bending, Step> with, List<CardField> fields) {
    Function<List<Bending.TableRow>, Step> withRows =
        rows -> with.apply(Changed.with(bending, "rows", rows));
    for (int i = 0; i < bending.rows().size(); i++) {
      int n = i;
      Bending.TableRow row = bending.rows().get(i);
      fields.add(
          new CardField.Heading(
              "Row " + (i + 1), v -> withRows.apply(StepFields.without(bending.rows(), n))));
      for (String component : List.of("radius", "angle", "allowance")) {
        Expr value =
            switch (component) {
              case "radius" -> row.radius();
              case "angle" -> row.angle();
              default -> row.allowance();
            };
        fields.add(
            new CardField.NumberField(
                component.substring(0, 1).toUpperCase(Locale.ROOT) + component.substring(1),
                component.equals("angle") ? Measure.ANGLE : Measure.LENGTH,
                value,
                false,
                v ->
                    withRows.apply(
                        StepFields.replaced(bending.rows(), n, Changed.with(row, component, v)))));
      }
    }
    fields.add(
        new CardField.Additions(
            "",
            List.of(
                new CardField.Addition(
                    "Another row",
                    withRows.apply(
                        StepFields.added(
                            bending.rows(),
                            new Bending.TableRow(
                                new Expr("1.5 mm"), new Expr("90 deg"), new Expr("3.4 mm"))))))));
  }
}
