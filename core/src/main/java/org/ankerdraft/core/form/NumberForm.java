package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.DoubleNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/** A finite number within bounds, in JSON's own notation. */
public record NumberForm(double least, double most) implements Form<Double> {
  public static final NumberForm ANY = new NumberForm(-1e12, 1e12);

  @Override
  public Double read(JsonNode node, Place at) throws FormatException {
    if (!node.isNumber()) {
      throw new FormatException(at, "a number is needed here, not " + Forms.kind(node));
    }
    double v = node.doubleValue();
    if (!(v >= least && v <= most)) {
      throw new FormatException(
          at, "the number is " + v + "; it must be from " + least + " to " + most);
    }
    return v == 0 ? 0.0 : v;
  }

  @Override
  public JsonNode write(Double value) {
    return DoubleNode.valueOf(value);
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    return Schemas.type("number").put("minimum", least).put("maximum", most);
  }

  @Override
  public String words() {
    return "number";
  }
}
