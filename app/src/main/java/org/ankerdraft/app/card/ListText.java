package org.ankerdraft.app.card;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.TextNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.form.TupleForm;

/**
 * Lists as one line of text: names as "a, b", points as "0 mm, 0 mm; 10 mm, 5 mm".
 *
 * @param form of the list
 */
record ListText<T>(ListForm<T> form) {

  String shown(List<T> list) {
    return list.stream()
        .map(v -> text(form.item().write(v)))
        .collect(Collectors.joining(isOfTuples() ? "; " : ", "));
  }

  private static String text(JsonNode node) {
    return node.isArray()
        ? StreamSupport.stream(node.spliterator(), false)
            .map(JsonNode::asText)
            .collect(Collectors.joining(", "))
        : node.asText();
  }

  private boolean isOfTuples() {
    return form.item() instanceof TupleForm<?, ?>;
  }

  List<T> read(String text) throws FormatException {
    List<T> out = new ArrayList<>();
    for (String item :
        Arrays.stream(text.split(isOfTuples() ? ";" : ",", -1)).map(String::strip).toList()) {
      if (!item.isEmpty()) {
        out.add(form.item().read(isOfTuples() ? tuple(item) : TextNode.valueOf(item), Place.ROOT));
      }
    }
    return out;
  }

  private static ArrayNode tuple(String item) {
    ArrayNode parts = JsonNodeFactory.instance.arrayNode();
    for (String part : item.split(",", -1)) {
      parts.add(part.strip());
    }
    return parts;
  }
}
