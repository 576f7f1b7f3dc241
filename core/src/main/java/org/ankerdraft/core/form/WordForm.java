package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** One of a few values, each with its word in the file and its words on screen. */
public final class WordForm<T> implements Form<T> {
  private record Word<T>(T value, String word, String shown) {}

  private final Map<String, Word<T>> byWord = new LinkedHashMap<>();

  /** This form with a further value. */
  public WordForm<T> or(T value, String word, String shown) {
    byWord.put(word, new Word<>(value, word, shown));
    return this;
  }

  public WordForm<T> or(T value, String word) {
    return or(value, word, word);
  }

  public static <T> WordForm<T> of(T value, String word, String shown) {
    return new WordForm<T>().or(value, word, shown);
  }

  public static <T> WordForm<T> of(T value, String word) {
    return of(value, word, word);
  }

  @Override
  public T read(JsonNode node, Place at) throws FormatException {
    String text = Forms.text(node, words(), at);
    Word<T> word = byWord.get(text);
    if (word == null) {
      throw new FormatException(
          at,
          "\""
              + Forms.shortened(text)
              + "\" is not known here; known are "
              + String.join(", ", byWord.keySet()));
    }
    return word.value;
  }

  private Word<T> of(T value) {
    return byWord.values().stream()
        .filter(w -> w.value.equals(value))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException("there is no word for " + value));
  }

  @Override
  public JsonNode write(T value) {
    return TextNode.valueOf(of(value).word);
  }

  /** The word of a value in the file. */
  public String word(T value) {
    return of(value).word;
  }

  /** A value's words on screen. */
  public String shown(T value) {
    return of(value).shown;
  }

  /** All words on screen, in order. */
  public List<String> allShown() {
    return byWord.values().stream().map(Word::shown).toList();
  }

  /** The value of words on screen; others are a bug. */
  public T ofShown(String shown) {
    return byWord.values().stream()
        .filter(w -> w.shown.equals(shown))
        .findFirst()
        .orElseThrow()
        .value;
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    ObjectNode s = Schemas.NODES.objectNode();
    ArrayNode words = s.putArray("enum");
    byWord.keySet().forEach(words::add);
    return s;
  }

  @Override
  public String words() {
    return String.join(" | ", byWord.keySet());
  }
}
