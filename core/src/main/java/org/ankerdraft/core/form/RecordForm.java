package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;

/**
 * A record, written as an object of its fields. Fields of their default value are not written.
 *
 * @param <R> the record
 */
public final class RecordForm<R> implements Form<R> {
  /** A fault that no single field shows: the id of the field to blame, and why. */
  public record Complaint(String field, String why) {}

  /** Looks at a whole record. */
  @FunctionalInterface
  public interface Check<R> {
    Optional<Complaint> complaint(R record);
  }

  private final String name;
  private final List<Field<R, ?>> fields;
  private final List<Field<R, ?>> written;
  private final Function<Values, R> make;
  private final Check<R> check;
  private final Shorter<R, ?> shorter;

  /** Another form that says the same with less. */
  private record Shorter<R, T>(Form<T> form, Function<T, R> make) {
    R read(JsonNode node, Place at) throws FormatException {
      return make.apply(form.read(node, at));
    }
  }

  private RecordForm(
      String name,
      List<Field<R, ?>> fields,
      Function<Values, R> make,
      Check<R> check,
      Shorter<R, ?> shorter) {
    this.name = name;
    this.fields = List.copyOf(fields);
    this.written = fields.stream().filter(Field::isWritten).toList();
    this.make = make;
    this.check = check;
    this.shorter = shorter;
  }

  /**
   * @param name of the record in the schema
   * @param make puts a record together from the values of its fields
   */
  public static <R> RecordForm<R> of(
      String name, List<Field<R, ?>> fields, Function<Values, R> make) {
    return new RecordForm<>(name, fields, make, r -> Optional.empty(), null);
  }

  public RecordForm<R> check(Check<R> whole) {
    return new RecordForm<>(name, fields, make, whole, shorter);
  }

  /** This form, where a list may stand for the record too: it is read, and never written. */
  public <T> RecordForm<R> orShort(Form<T> form, Function<T, R> of) {
    return new RecordForm<>(name, fields, make, check, new Shorter<>(form, of));
  }

  /** This form with the fields of another record, which it holds, before its own. */
  public static <R, I> RecordForm<R> within(
      RecordForm<I> inner,
      Function<? super R, I> get,
      String name,
      List<Field<R, ?>> fields,
      java.util.function.BiFunction<I, Values, R> make) {
    Field<R, I> carried = Field.inline(inner, get);
    List<Field<R, ?>> all = new ArrayList<>();
    all.add(carried);
    all.addAll(fields);
    return RecordForm.of(name, all, v -> make.apply(v.get(carried), v));
  }

  /** All fields, those that only the card offers among them. */
  List<Field<R, ?>> fields() {
    return fields;
  }

  /** The fields that stand in the file. */
  public List<Field<R, ?>> written() {
    return written;
  }

  @Override
  public R read(JsonNode node, Place at) throws FormatException {
    return read(node, at, Set.of());
  }

  R read(JsonNode node, Place at, Set<String> alsoKnown) throws FormatException {
    if (shorter != null && node.isArray()) {
      return shorter.read(node, at);
    }
    if (!node.isObject()) {
      throw new FormatException(at, "an object is needed here, not " + Forms.kind(node));
    }
    Set<String> known = new TreeSet<>(alsoKnown);
    collectIds(known);
    for (Iterator<String> names = node.fieldNames(); names.hasNext(); ) {
      String given = names.next();
      if (!known.contains(given)) {
        throw new FormatException(
            at.field(Forms.shortened(given)),
            "field \""
                + Forms.shortened(given)
                + "\" is not known here; known are "
                + String.join(", ", known));
      }
    }
    return readKnown(node, at);
  }

  private void collectIds(Set<String> ids) {
    for (Field<R, ?> f : written) {
      if (f.isInline()) {
        ((RecordForm<?>) f.form()).collectIds(ids);
      } else {
        ids.add(f.id());
      }
    }
  }

  private R readKnown(JsonNode node, Place at) throws FormatException {
    Values values = new Values();
    for (Field<R, ?> f : written) {
      readField(f, node, at, values);
    }
    R record = make.apply(values);
    Optional<Complaint> complaint = check.complaint(record);
    if (complaint.isPresent()) {
      throw new FormatException(at.field(complaint.get().field()), complaint.get().why());
    }
    return record;
  }

  private static <R, T> void readField(Field<R, T> f, JsonNode node, Place at, Values values)
      throws FormatException {
    if (f.isInline()) {
      values.put(f, ((RecordForm<T>) f.form()).readKnown(node, at));
      return;
    }
    JsonNode given = node.get(f.id());
    if (given != null) {
      values.put(f, f.form().read(given, at.field(f.id())));
    } else if (f.isRequired()) {
      throw new FormatException(
          at.field(f.id()), "field \"" + f.id() + "\" (" + f.form().words() + ") is missing");
    }
  }

  @Override
  public JsonNode write(R value) {
    ObjectNode node = Schemas.NODES.objectNode();
    writeInto(node, value);
    return node;
  }

  void writeInto(ObjectNode node, R value) {
    written.forEach(f -> writeField(f, value, node));
  }

  private static <R, T> void writeField(Field<R, T> f, R value, ObjectNode node) {
    T v = f.of(value);
    if (f.isInline()) {
      ((RecordForm<T>) f.form()).writeInto(node, v);
    } else if (v != null && (f.isRequired() || !isUsual(f, v))) {
      node.set(f.id(), f.form().write(v));
    }
  }

  private static <T> boolean isUsual(Field<?, T> f, T value) {
    return value.equals(f.otherwise())
        || (f.otherwise() == null
            && (value.equals(false) || (value instanceof List<?> l && l.isEmpty())));
  }

  /** A copy with another value in one field. */
  public <T> R with(R record, Field<R, T> field, T value) {
    Values values = valuesOf(record);
    values.put(field, value);
    return make.apply(values);
  }

  private Values valuesOf(R record) {
    Values values = new Values();
    written.forEach(f -> copyValue(f, record, values));
    return values;
  }

  private static <R, T> void copyValue(Field<R, T> f, R record, Values values) {
    values.put(f, f.of(record));
  }

  @Override
  public R changed(R value, Change change) {
    Values values = new Values();
    written.forEach(f -> changeValue(f, value, change, values));
    return change.of(this, make.apply(values));
  }

  private static <R, T> void changeValue(Field<R, T> f, R record, Change change, Values values) {
    T v = f.of(record);
    values.put(f, v == null ? null : f.form().changed(v, change));
  }

  @Override
  public void visit(R value, Visitor visitor) {
    visitor.see(this, value);
    written.forEach(f -> visitValue(f, value, visitor));
  }

  private static <R, T> void visitValue(Field<R, T> f, R record, Visitor visitor) {
    T v = f.of(record);
    if (v != null) {
      f.form().visit(v, visitor);
    }
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    return defs.reference(
        name,
        () -> {
          ObjectNode whole = described(defs, null, null);
          if (shorter == null) {
            return whole;
          }
          ObjectNode either = Schemas.NODES.objectNode();
          either.putArray("oneOf").add(whole).add(shorter.form.schema(defs));
          return either;
        });
  }

  /**
   * @param tag a further field of one value, or null for none
   */
  ObjectNode described(Schemas defs, String tag, String word) {
    ObjectNode s = Schemas.type("object");
    ObjectNode properties = s.putObject("properties");
    List<String> required = new ArrayList<>();
    if (tag != null) {
      properties.putObject(tag).put("const", word);
      required.add(tag);
    }
    describeFields(defs, properties, required);
    if (!required.isEmpty()) {
      ArrayNode list = s.putArray("required");
      required.forEach(list::add);
    }
    s.put("additionalProperties", false);
    return s;
  }

  private void describeFields(Schemas defs, ObjectNode properties, List<String> required) {
    for (Field<R, ?> f : written) {
      if (f.isInline()) {
        ((RecordForm<?>) f.form()).describeFields(defs, properties, required);
        continue;
      }
      ObjectNode described = f.form().schema(defs);
      if (!f.about().isEmpty()) {
        described = described.deepCopy().put("description", f.about());
      }
      properties.set(f.id(), described);
      if (f.isRequired()) {
        required.add(f.id());
      }
    }
  }

  @Override
  public String words() {
    return name;
  }
}
