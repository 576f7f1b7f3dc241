package org.ankerdraft.app;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.ankerdraft.app.CardField.Measure;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.step.Step;

/** The fields of each kind of step. */
final class StepFields {
  private static final List<String> EXTENTS =
      List.of("one side", "two sides", "symmetric", "through all");
  private static final List<String> USES = List.of("new body", "unite", "subtract", "intersect");

  private StepFields() {}

  static List<CardField> of(Step step, PartDocument part) {
    return switch (step) {
      case Step.Sketch s -> SketchFields.of(s);
      case Step.Extrude s -> extrude(s, part);
      case Step.Draft s -> draft(s);
      case Step.Shell s -> shell(s);
      case Step.Round s -> edgeSets(s.sets(), "Radius", sets -> Changed.with(s, "sets", sets));
      case Step.Chamfer s -> edgeSets(s.sets(), "Leg", sets -> Changed.with(s, "sets", sets));
      case Step.Hole s -> hole(s);
      case Step.Import s ->
          List.of(new CardField.TextField("File", s.file(), f -> Changed.with(s, "file", f)));
      case SheetStep s -> SheetFields.of(s, part);
    };
  }

  private static List<CardField> extrude(Step.Extrude s, PartDocument part) {
    List<CardField> fields = new ArrayList<>();
    fields.add(sketch(s, part, s.sketch()));
    fields.add(
        new CardField.OptionField(
            "Extent",
            EXTENTS,
            EXTENTS.get(s.extent().ordinal()),
            v -> Changed.with(s, "extent", Step.Extent.values()[EXTENTS.indexOf(v)])));
    if (s.extent() != Step.Extent.THROUGH_ALL) {
      fields.add(length(s, "Depth", "depth", s.depth(), false));
    }
    if (s.extent() == Step.Extent.TWO_SIDES) {
      fields.add(length(s, "Other side", "backDepth", s.backDepth(), false));
    }
    fields.add(angle(s, "Taper", "taper", s.taper(), true));
    fields.add(
        new CardField.OptionField(
            "Direction",
            List.of("along the normal", "against the normal"),
            s.reversed() ? "against the normal" : "along the normal",
            v -> Changed.with(s, "reversed", v.startsWith("against"))));
    fields.add(
        new CardField.OptionField(
            "Use",
            USES,
            USES.get(s.use().ordinal()),
            v -> Changed.with(s, "use", Step.Use.values()[USES.indexOf(v)])));
    if (s.use() == Step.Use.NEW_BODY) {
      fields.add(body(s, s.body()));
    } else {
      fields.add(
          new CardField.TextField(
              "With bodies",
              String.join(", ", s.targets()),
              v -> Changed.with(s, "targets", names(v))));
    }
    return fields;
  }

  /** Which sketch a step takes. */
  static CardField sketch(Step s, PartDocument part, String value) {
    List<String> sketches =
        part.steps().stream().filter(o -> o instanceof Step.Sketch).map(Step::id).toList();
    return new CardField.OptionField("Sketch", sketches, value, v -> Changed.with(s, "sketch", v));
  }

  /** Name of the body that a step makes. */
  static CardField body(Step s, String value) {
    return new CardField.TextField(
        "Body", value == null ? s.id() : value, v -> Changed.with(s, "body", v));
  }

  static CardField length(Step s, String label, String component, Expr value, boolean optional) {
    return new CardField.NumberField(
        label, Measure.LENGTH, value, optional, v -> Changed.with(s, component, v));
  }

  static CardField angle(Step s, String label, String component, Expr value, boolean optional) {
    return new CardField.NumberField(
        label, Measure.ANGLE, value, optional, v -> Changed.with(s, component, v));
  }

  private static List<String> names(String text) {
    return java.util.Arrays.stream(text.split(",", -1))
        .map(String::strip)
        .filter(n -> !n.isEmpty())
        .toList();
  }

  private static List<CardField> draft(Step.Draft s) {
    List<CardField> fields = new ArrayList<>();
    for (int i = 0; i < s.sets().size(); i++) {
      int n = i;
      Step.DraftSet set = s.sets().get(i);
      if (s.sets().size() > 1) {
        fields.add(
            new CardField.Heading("Faces " + (i + 1), v -> withSets(s, without(s.sets(), n))));
      }
      fields.add(
          new CardField.NumberField(
              "Angle",
              Measure.ANGLE,
              set.angle(),
              false,
              v -> withSets(s, replaced(s.sets(), n, new Step.DraftSet(set.faces(), v)))));
      fields.add(
          new CardField.FacesField(
              "Faces",
              set.faces(),
              v -> withSets(s, replaced(s.sets(), n, new Step.DraftSet(v, set.angle())))));
    }
    fields.addAll(plane("Neutral plane", s.neutral(), p -> Changed.with(s, "neutral", p)));
    fields.add(
        new CardField.Additions(
            "",
            List.of(
                new CardField.Addition(
                    "Faces with another angle",
                    withSets(
                        s, added(s.sets(), new Step.DraftSet(List.of(), new Expr("2 deg"))))))));
    return fields;
  }

  private static Step withSets(Step.Draft s, List<Step.DraftSet> sets) {
    return Changed.with(s, "sets", sets);
  }

  static <T> List<T> replaced(List<T> list, int at, T value) {
    List<T> copy = new ArrayList<>(list);
    copy.set(at, value);
    return copy;
  }

  static <T> List<T> without(List<T> list, int at) {
    List<T> copy = new ArrayList<>(list);
    copy.remove(at);
    return copy;
  }

  static <T> List<T> added(List<T> list, T value) {
    List<T> copy = new ArrayList<>(list);
    copy.add(value);
    return copy;
  }

  /** A datum plane: which one, and its offset. */
  static List<CardField> plane(String label, PlaneRef given, Function<PlaneRef, Step> with) {
    PlaneRef ref = given == null ? PlaneRef.base("XY") : given;
    List<CardField> fields = new ArrayList<>();
    List<String> options = List.of("XY, level", "XZ, front", "YZ, side", "a face");
    String value =
        ref.face() != null
            ? "a face"
            : options.stream()
                .filter(o -> o.startsWith(ref.base() == null ? "XY" : ref.base()))
                .findFirst()
                .orElse("XY, level");
    fields.add(
        new CardField.OptionField(
            label,
            options,
            value,
            v ->
                with.apply(
                    v.equals("a face")
                        ? new PlaneRef(
                            null,
                            new FaceChoice.Facing(org.ankerdraft.core.select.Direction.UP, false),
                            ref.body(),
                            ref.offset())
                        : new PlaneRef(v.substring(0, 2), null, null, ref.offset()))));
    if (ref.face() != null) {
      fields.add(
          new CardField.FacesField(
              "Face",
              List.of(ref.face()),
              v ->
                  with.apply(
                      v.isEmpty()
                          ? PlaneRef.base("XY")
                          : new PlaneRef(null, v.getLast(), ref.body(), ref.offset()))));
    }
    fields.add(
        new CardField.NumberField(
            "Offset",
            Measure.LENGTH,
            ref.offset(),
            true,
            v -> with.apply(new PlaneRef(ref.base(), ref.face(), ref.body(), v))));
    return fields;
  }

  private static List<CardField> shell(Step.Shell s) {
    List<CardField> fields = new ArrayList<>();
    fields.add(length(s, "Thickness", "thickness", s.thickness(), false));
    fields.add(
        new CardField.OptionField(
            "Wall grows",
            List.of("inwards", "outwards"),
            s.outwards() ? "outwards" : "inwards",
            v -> Changed.with(s, "outwards", v.equals("outwards"))));
    fields.add(new CardField.FacesField("Open faces", s.open(), v -> Changed.with(s, "open", v)));
    for (int i = 0; i < s.own().size(); i++) {
      int n = i;
      Step.OwnThickness own = s.own().get(i);
      fields.add(
          new CardField.Heading("Own thickness " + (i + 1), v -> withOwn(s, without(s.own(), n))));
      fields.add(
          new CardField.NumberField(
              "Thickness",
              Measure.LENGTH,
              own.thickness(),
              false,
              v -> withOwn(s, replaced(s.own(), n, new Step.OwnThickness(own.faces(), v)))));
      fields.add(
          new CardField.FacesField(
              "Faces",
              own.faces(),
              v -> withOwn(s, replaced(s.own(), n, new Step.OwnThickness(v, own.thickness())))));
    }
    fields.add(
        new CardField.Additions(
            "",
            List.of(
                new CardField.Addition(
                    "Faces with a thickness of their own",
                    withOwn(s, added(s.own(), new Step.OwnThickness(List.of(), s.thickness())))))));
    return fields;
  }

  private static Step withOwn(Step.Shell s, List<Step.OwnThickness> own) {
    return Changed.with(s, "own", own);
  }

  private static List<CardField> edgeSets(
      List<Step.EdgeSet> sets, String size, Function<List<Step.EdgeSet>, Step> with) {
    List<CardField> fields = new ArrayList<>();
    for (int i = 0; i < sets.size(); i++) {
      int n = i;
      Step.EdgeSet set = sets.get(i);
      if (sets.size() > 1) {
        fields.add(new CardField.Heading("Edges " + (i + 1), v -> with.apply(without(sets, n))));
      }
      fields.add(
          new CardField.NumberField(
              size,
              Measure.LENGTH,
              set.size(),
              false,
              v -> with.apply(replaced(sets, n, new Step.EdgeSet(set.edges(), v)))));
      fields.add(
          new CardField.EdgesField(
              "Edges",
              set.edges(),
              v -> with.apply(replaced(sets, n, new Step.EdgeSet(v, set.size())))));
    }
    fields.add(
        new CardField.Additions(
            "",
            List.of(
                new CardField.Addition(
                    "Edges with another " + size.toLowerCase(java.util.Locale.ROOT),
                    with.apply(added(sets, new Step.EdgeSet(List.of(), new Expr("1 mm"))))))));
    return fields;
  }

  private static List<CardField> hole(Step.Hole s) {
    List<CardField> fields = new ArrayList<>();
    fields.add(length(s, "Diameter", "diameter", s.diameter(), false));
    fields.add(
        new CardField.OptionField(
            "Goes",
            List.of("through", "to a depth"),
            s.depth() == null ? "through" : "to a depth",
            v -> Changed.with(s, "depth", v.equals("through") ? null : new Expr("5 mm"))));
    if (s.depth() != null) {
      fields.add(length(s, "Depth", "depth", s.depth(), false));
    }
    fields.addAll(plane("Into", s.plane(), p -> Changed.with(s, "plane", p)));
    for (int i = 0; i < s.points().size(); i++) {
      int n = i;
      Point2 p = s.points().get(i);
      fields.add(
          new CardField.Heading("Place " + (i + 1), v -> withPoints(s, without(s.points(), n))));
      fields.add(
          new CardField.NumberField(
              "x",
              Measure.LENGTH,
              p.x(),
              false,
              v -> withPoints(s, replaced(s.points(), n, new Point2(v, p.y())))));
      fields.add(
          new CardField.NumberField(
              "y",
              Measure.LENGTH,
              p.y(),
              false,
              v -> withPoints(s, replaced(s.points(), n, new Point2(p.x(), v)))));
    }
    fields.add(
        new CardField.Additions(
            "",
            List.of(
                new CardField.Addition(
                    "Another place", withPoints(s, added(s.points(), Point2.ORIGIN))))));
    return fields;
  }

  private static Step withPoints(Step.Hole s, List<Point2> points) {
    return Changed.with(s, "points", points);
  }
}
