package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;

/**
 * A list of values of one form.
 *
 * @param words what the list is called
 * @param most how many there may be
 */
public record ListForm<T>(Form<T> item, String words, int most) implements Form<List<T>> {
  public static <T> ListForm<T> of(Form<T> item, String words) {
    return new ListForm<>(item, words, 10_000);
  }

  @Override
  public List<T> read(JsonNode node, Place at) throws FormatException {
    if (!node.isArray()) {
      throw new FormatException(at, "a list is needed here, not " + Forms.kind(node));
    }
    if (node.size() > most) {
      throw new FormatException(
          at, "the list has " + node.size() + " entries; at most " + most + " are read");
    }
    List<T> out = new ArrayList<>(node.size());
    for (int i = 0; i < node.size(); i++) {
      out.add(item.read(node.get(i), at.index(i)));
    }
    return List.copyOf(out);
  }

  @Override
  public JsonNode write(List<T> value) {
    ArrayNode array = Schemas.NODES.arrayNode();
    value.forEach(v -> array.add(item.write(v)));
    return array;
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    ObjectNode s = Schemas.type("array").put("maxItems", most);
    s.set("items", item.schema(defs));
    return s;
  }

  @Override
  public List<T> changed(List<T> value, Change change) {
    return change.of(this, value.stream().map(v -> item.changed(v, change)).toList());
  }

  @Override
  public void visit(List<T> value, Visitor visitor) {
    visitor.see(this, value);
    value.forEach(v -> item.visit(v, visitor));
  }
}
