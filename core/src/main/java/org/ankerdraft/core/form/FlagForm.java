package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.BooleanNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * True or false.
 *
 * @param no what false means on screen
 * @param yes what true means on screen
 */
public record FlagForm(String no, String yes) implements Form<Boolean> {
  @Override
  public Boolean read(JsonNode node, Place at) throws FormatException {
    if (!node.isBoolean()) {
      throw new FormatException(at, "true or false is needed here, not " + Forms.kind(node));
    }
    return node.booleanValue();
  }

  @Override
  public JsonNode write(Boolean value) {
    return BooleanNode.valueOf(value);
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    return Schemas.type("boolean");
  }

  @Override
  public String words() {
    return "true or false";
  }
}
