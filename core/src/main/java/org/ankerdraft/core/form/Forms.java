package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Locale;

/** Words about JSON. */
final class Forms {
  private static final int SHOWN = 60;

  private Forms() {}

  /** What a node is, for people. */
  static String kind(JsonNode node) {
    return switch (node.getNodeType()) {
      case NULL -> "null; leave the field out instead";
      case STRING -> "a text";
      case NUMBER -> "a number";
      case BOOLEAN -> "true or false";
      case ARRAY -> "a list";
      case OBJECT -> "an object";
      default -> node.getNodeType().name().toLowerCase(Locale.ROOT);
    };
  }

  static String text(JsonNode node, String words, Place at) throws FormatException {
    if (!node.isTextual()) {
      throw new FormatException(at, "a text is needed here (" + words + "), not " + kind(node));
    }
    return node.textValue();
  }

  static String shortened(String text) {
    return text.length() <= SHOWN ? text : text.substring(0, SHOWN) + "...";
  }
}
