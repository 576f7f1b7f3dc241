package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Supplier;

/** The named parts of a JSON Schema, each described once. */
public final class Schemas {
  static final JsonNodeFactory NODES = JsonNodeFactory.instance;

  private final Map<String, ObjectNode> definitions = new TreeMap<>();

  /** A reference to a named part; it is described when it is first asked for. */
  ObjectNode reference(String name, Supplier<ObjectNode> description) {
    if (!definitions.containsKey(name)) {
      definitions.put(name, NODES.objectNode());
      definitions.put(name, description.get());
    }
    return NODES.objectNode().put("$ref", "#/$defs/" + name);
  }

  static ObjectNode type(String type) {
    return NODES.objectNode().put("type", type);
  }

  /** The whole schema of a form. */
  public static ObjectNode document(String title, Form<?> form) {
    Schemas defs = new Schemas();
    ObjectNode root = NODES.objectNode();
    root.put("$schema", "https://json-schema.org/draft/2020-12/schema");
    root.put("title", title);
    root.setAll(form.schema(defs));
    ObjectNode named = root.putObject("$defs");
    defs.definitions.forEach(named::set);
    return root;
  }
}
