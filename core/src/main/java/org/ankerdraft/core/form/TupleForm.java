package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/**
 * A value written as a list of a fixed number of values: points, directions.
 *
 * @param names of the parts, such as x and y
 */
public record TupleForm<T, P>(
    String words, Form<P> part, List<String> names, Function<T, List<P>> parts, Maker<T, P> maker)
    implements Form<T> {

  /** Puts a value together; the message of the exception tells what does not do. */
  @FunctionalInterface
  public interface Maker<T, P> {
    T of(List<P> parts);
  }

  @Override
  public T read(JsonNode node, Place at) throws FormatException {
    if (!node.isArray() || node.size() != names.size()) {
      throw new FormatException(
          at,
          "a "
              + words
              + " is a list of "
              + names.size()
              + " values, not "
              + (node.isArray() ? "of " + node.size() : Forms.kind(node)));
    }
    List<P> read = new ArrayList<>();
    for (int i = 0; i < node.size(); i++) {
      read.add(part.read(node.get(i), at.index(i)));
    }
    try {
      return maker.of(read);
    } catch (IllegalArgumentException e) {
      throw new FormatException(at, e.getMessage());
    }
  }

  @Override
  public JsonNode write(T value) {
    ArrayNode array = Schemas.NODES.arrayNode();
    parts.apply(value).forEach(p -> array.add(part.write(p)));
    return array;
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    ObjectNode s =
        Schemas.type("array").put("minItems", names.size()).put("maxItems", names.size());
    s.set("items", part.schema(defs));
    return s;
  }

  /** The value with one part replaced. */
  public T with(T value, int at, P replaced) {
    List<P> now = new ArrayList<>(parts.apply(value));
    now.set(at, replaced);
    return maker.of(now);
  }

  @Override
  public T changed(T value, Change change) {
    return change.of(
        this, maker.of(parts.apply(value).stream().map(p -> part.changed(p, change)).toList()));
  }

  @Override
  public void visit(T value, Visitor visitor) {
    visitor.see(this, value);
    parts.apply(value).forEach(p -> part.visit(p, visitor));
  }
}
