package org.ankerdraft.core.part;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.sheet.SheetProcess;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Projection;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.step.strip.Seat;

/** The tables of docs/part-format.md, made from the forms. */
final class FormatTables {
  private static final Pattern PLACE =
      Pattern.compile("(<!-- table: (.*?) -->\\n)(.*?)(<!-- end -->)", Pattern.DOTALL);

  private FormatTables() {}

  /** The text with each marked place filled. */
  static String into(String text) {
    Map<String, String> tables = tables();
    Matcher m = PLACE.matcher(text);
    StringBuilder out = new StringBuilder();
    while (m.find()) {
      String table = tables.get(m.group(2));
      if (table == null) {
        throw new AssertionError("there is no table " + m.group(2));
      }
      m.appendReplacement(out, Matcher.quoteReplacement(m.group(1) + table + m.group(4)));
    }
    return m.appendTail(out).toString();
  }

  private static Map<String, String> tables() {
    Map<String, String> out = new TreeMap<>();
    out.put("part", of(PartDocument.FORM));
    out.put("process", of(PartProcess.FORM));
    out.put("process.sheet", of(SheetProcess.FORM));
    out.put("parameter", of(Parameter.FORM));
    out.put("note", of(Note.FORM));
    out.put("body shown", of(BodyShown.FORM));
    out.put("constraint", of(Constraint.FORM));
    out.put("projection", of(Projection.FORM));
    out.put("plane", of(PlaneRef.FORM));
    out.put("axis", of(org.ankerdraft.core.sketch.AxisRef.FORM));
    out.put("seat", of(Seat.FORM));
    out.put("bending", of(Bending.FORM));
    SketchCurve.FORM.forms().forEach((word, form) -> out.put("curve " + word, of(form)));
    FaceChoice.FORM.forms().forEach((word, form) -> out.put("faces " + word, of(form)));
    EdgeChoice.FORM.forms().forEach((word, form) -> out.put("edges " + word, of(form)));
    StepKinds.ALL.forEach(kind -> out.put("step " + kind.word(), of(kind.form())));
    return out;
  }

  private static <R> String of(RecordForm<R> form) {
    StringBuilder s = new StringBuilder("| field | value | meaning |\n| --- | --- | --- |\n");
    for (Field<R, ?> f : flat(form)) {
      s.append("| `")
          .append(f.id())
          .append("`")
          .append(f.isRequired() ? " (required)" : "")
          .append(" | ")
          .append(f.form().words().replace("|", "\\|"))
          .append(" | ")
          .append(f.about().replace("|", "\\|"))
          .append(" |\n");
    }
    return s.toString();
  }

  /** Without what all steps have, which the text tells once. */
  private static <R> List<Field<R, ?>> flat(RecordForm<R> form) {
    return form.written().stream().filter(f -> !f.form().words().equals("head")).toList();
  }
}
