package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * How values of a type stand in a part file.
 *
 * @param <T> the type of the values; never null
 */
public interface Form<T> {
  /**
   * Reads a value.
   *
   * @param node not missing; a JSON null is refused by every form
   */
  T read(JsonNode node, Place at) throws FormatException;

  JsonNode write(T value);

  /** The JSON Schema of the values; shared parts go into {@code defs}. */
  ObjectNode schema(Schemas defs);

  /** What a value is, for people: "length", "list of faces". */
  String words();

  /** A copy in which every value within has gone through a change, the innermost first. */
  default T changed(T value, Change change) {
    return change.of(this, value);
  }

  /** Shows every value within to a visitor, the outermost first. */
  default void visit(T value, Visitor visitor) {
    visitor.see(this, value);
  }

  /** Changes some values and gives back the others. */
  interface Change {
    <V> V of(Form<V> form, V value);
  }

  /** Is shown values with their forms. */
  interface Visitor {
    <V> void see(Form<V> form, V value);
  }
}
