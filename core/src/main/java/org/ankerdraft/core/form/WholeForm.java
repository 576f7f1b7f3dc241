package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.IntNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/** A whole number within bounds. */
public record WholeForm(int least, int most) implements Form<Integer> {
  @Override
  public Integer read(JsonNode node, Place at) throws FormatException {
    if (!node.isIntegralNumber()
        || !node.canConvertToInt()
        || node.intValue() < least
        || node.intValue() > most) {
      throw new FormatException(
          at,
          "a whole number from "
              + least
              + " to "
              + most
              + " is needed here, not "
              + (node.isNumber() ? Forms.shortened(node.asText()) : Forms.kind(node)));
    }
    return node.intValue();
  }

  @Override
  public JsonNode write(Integer value) {
    return IntNode.valueOf(value);
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    return Schemas.type("integer").put("minimum", least).put("maximum", most);
  }

  @Override
  public String words() {
    return "whole number";
  }
}
