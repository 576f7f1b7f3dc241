package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import org.ankerdraft.core.expression.Expr;

/**
 * An expression: a text, or a bare number that takes the unit of its field. A text that cannot be
 * evaluated is no fault of the file: its step says so.
 */
public record ExprForm(Measure measure) implements Form<Expr> {
  public static final ExprForm LENGTH = new ExprForm(Measure.LENGTH);
  public static final ExprForm ANGLE = new ExprForm(Measure.ANGLE);
  public static final ExprForm NUMBER = new ExprForm(Measure.NUMBER);

  /** The longest expression, in characters. */
  public static final int LONGEST = 2000;

  @Override
  public Expr read(JsonNode node, Place at) throws FormatException {
    if (node.isNumber()) {
      if (!Double.isFinite(node.doubleValue())) {
        throw new FormatException(at, "the number is too large");
      }
      return new Expr(node.asText());
    }
    if (!node.isTextual()) {
      throw new FormatException(at, "an expression is a text or a number, not " + Forms.kind(node));
    }
    return new Expr(TextForm.plain(node.textValue(), LONGEST, at));
  }

  @Override
  public JsonNode write(Expr value) {
    return TextNode.valueOf(value.text());
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    return defs.reference(
        "expression",
        () -> {
          ObjectNode s = Schemas.NODES.objectNode();
          s.putArray("type").add("string").add("number");
          s.put("maxLength", LONGEST);
          s.put("description", "an expression with units, or a bare number in mm or degrees");
          return s;
        });
  }

  @Override
  public String words() {
    return measure.words;
  }
}
