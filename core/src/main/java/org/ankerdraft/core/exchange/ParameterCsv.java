package org.ankerdraft.core.exchange;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * The parameters of a part as a table, to be changed elsewhere and read back: CSV (RFC 4180),
 * UTF-8, with the columns name, value and note.
 */
public final class ParameterCsv {
  private static final String NAME = "name";
  private static final String VALUE = "value";
  private static final String NOTE = "note";
  private static final char BYTE_ORDER_MARK = '\uFEFF';

  private ParameterCsv() {}

  public static byte[] write(PartDocument part) {
    StringBuilder out = new StringBuilder();
    try {
      var printer = CSVFormat.RFC4180.builder().setHeader(NAME, VALUE, NOTE).get().print(out);
      for (Parameter p : part.parameters()) {
        printer.printRecord(p.name(), p.value().text(), p.note() == null ? "" : p.note());
      }
    } catch (IOException e) {
      throw new UncheckedIOException("text in memory can be written", e);
    }
    return out.toString().getBytes(StandardCharsets.UTF_8);
  }

  /**
   * The part with the values of a table: parameters of the same name take them, others are added at
   * the end; those that the table does not tell stay.
   *
   * @throws FormatException with the line, if a row is no parameter or has no value
   */
  public static PartDocument read(byte[] table, PartDocument part) throws FormatException {
    List<Parameter> all = new ArrayList<>(part.parameters());
    Set<String> told = new HashSet<>();
    List<Row> rows = rows(table);
    for (Row row : rows) {
      Parameter p = row.parameter;
      if (!told.add(p.name())) {
        throw new FormatException(Place.ROOT, "the table tells " + p.name() + " twice");
      }
      int at = all.stream().map(Parameter::name).toList().indexOf(p.name());
      if (at < 0) {
        all.add(p);
      } else {
        String note = p.note() == null ? all.get(at).note() : p.note();
        all.set(at, new Parameter(p.name(), p.value(), note));
      }
    }
    PartDocument changed = part.withParameters(all);
    Evaluator values = new Evaluator(changed.definitions());
    for (Row row : rows) {
      try {
        values.evaluate(row.parameter.value());
      } catch (ExpressionException e) {
        throw new FormatException(Place.ROOT, "line " + row.line + ": " + e.getMessage());
      }
    }
    return changed;
  }

  private record Row(long line, Parameter parameter) {}

  private static List<Row> rows(byte[] table) throws FormatException {
    String text = new String(table, StandardCharsets.UTF_8);
    String plain = !text.isEmpty() && text.charAt(0) == BYTE_ORDER_MARK ? text.substring(1) : text;
    CSVFormat format =
        CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setTrim(true)
            .setIgnoreEmptyLines(true)
            .get();
    List<Row> out = new ArrayList<>();
    try (CSVParser parser = format.parse(new StringReader(plain))) {
      if (!parser.getHeaderNames().containsAll(List.of(NAME, VALUE))) {
        throw new FormatException(
            Place.ROOT, "the first line must name the columns: name, value and perhaps note");
      }
      for (CSVRecord row : parser) {
        out.add(new Row(row.getRecordNumber() + 1, parameter(row)));
      }
    } catch (IOException | UncheckedIOException | IllegalArgumentException e) {
      throw new FormatException(Place.ROOT, "this is no table: " + e.getMessage());
    }
    return out;
  }

  private static Parameter parameter(CSVRecord row) throws FormatException {
    if (!row.isSet(NAME) || !row.isSet(VALUE)) {
      throw new FormatException(
          Place.ROOT, "line " + (row.getRecordNumber() + 1) + " has fewer columns than the first");
    }
    ObjectNode node =
        JsonNodeFactory.instance.objectNode().put(NAME, row.get(NAME)).put(VALUE, row.get(VALUE));
    if (row.isSet(NOTE) && !row.get(NOTE).isEmpty()) {
      node.put(NOTE, row.get(NOTE));
    }
    try {
      return Parameter.FORM.read(node, Place.ROOT);
    } catch (FormatException e) {
      throw new FormatException(
          Place.ROOT, "line " + (row.getRecordNumber() + 1) + ": " + e.getMessage());
    }
  }
}
