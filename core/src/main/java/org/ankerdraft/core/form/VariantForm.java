package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;

/**
 * One of several kinds of records, told by a word in a field of their own.
 *
 * @param <V> what the records have in common
 */
public final class VariantForm<V> implements Form<V> {
  private record Variant<R>(String word, Class<R> type, Supplier<RecordForm<R>> form) {}

  private final String name;
  private final String tag;
  private final Map<String, Variant<? extends V>> byWord = new LinkedHashMap<>();

  /**
   * @param name of the whole, in the schema
   * @param tag the field that tells the kind
   */
  public VariantForm(String name, String tag) {
    this.name = name;
    this.tag = tag;
  }

  /** This form with a further kind. */
  public <R extends V> VariantForm<V> or(String word, Class<R> type, RecordForm<R> form) {
    return or(word, type, () -> form);
  }

  /** A kind whose form may hold this one. */
  public <R extends V> VariantForm<V> or(String word, Class<R> type, Supplier<RecordForm<R>> form) {
    byWord.put(word, new Variant<>(word, type, form));
    return this;
  }

  private Variant<? extends V> of(V value) {
    return byWord.values().stream()
        .filter(v -> v.type.isInstance(value))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException("no kind of " + name + ": " + value));
  }

  /** The word that tells a value's kind. */
  public String word(V value) {
    return of(value).word;
  }

  /** The word by which a text tells its kind, known here or not. */
  public String wordIn(JsonNode node, Place at) throws FormatException {
    if (!node.isObject()) {
      throw new FormatException(at, "an object is needed here, not " + Forms.kind(node));
    }
    JsonNode given = node.get(tag);
    if (given == null) {
      throw new FormatException(
          at.field(tag), "field \"" + tag + "\", which says which kind this is, is missing");
    }
    return Forms.text(given, tag, at.field(tag));
  }

  @Override
  public V read(JsonNode node, Place at) throws FormatException {
    String word = wordIn(node, at);
    Variant<? extends V> variant = byWord.get(word);
    if (variant == null) {
      throw new FormatException(
          at.field(tag),
          "\""
              + Forms.shortened(word)
              + "\" is not known here; known are "
              + String.join(", ", byWord.keySet()));
    }
    return variant.form().get().read(node, at, Set.of(tag));
  }

  @Override
  public JsonNode write(V value) {
    return write(of(value), value);
  }

  private <R> JsonNode write(Variant<R> variant, V value) {
    ObjectNode node = Schemas.NODES.objectNode();
    node.put(tag, variant.word);
    variant.form.get().writeInto(node, variant.type.cast(value));
    return node;
  }

  @Override
  public V changed(V value, Change change) {
    return change.of(this, changed(of(value), value, change));
  }

  private static <R, V> R changed(Variant<R> variant, V value, Change change) {
    return variant.form.get().changed(variant.type.cast(value), change);
  }

  @Override
  public void visit(V value, Visitor visitor) {
    visitor.see(this, value);
    visit(of(value), value, visitor);
  }

  private static <R, V> void visit(Variant<R> variant, V value, Visitor visitor) {
    variant.form.get().visit(variant.type.cast(value), visitor);
  }

  /** Lets somebody work on a value with the form of its kind. */
  public <X> X open(V value, Opening<X> opening) {
    return open(of(value), value, opening);
  }

  private static <R, V, X> X open(Variant<R> variant, V value, Opening<X> opening) {
    return opening.on(variant.form.get(), variant.type.cast(value));
  }

  /** Works on a record whose type is known only by its form. */
  public interface Opening<X> {
    <R> X on(RecordForm<R> form, R record);
  }

  /** The forms of all kinds, by their words. */
  public Map<String, RecordForm<? extends V>> forms() {
    Map<String, RecordForm<? extends V>> out = new LinkedHashMap<>();
    byWord.values().forEach(v -> out.put(v.word, v.form.get()));
    return out;
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    return defs.reference(
        name,
        () -> {
          ObjectNode s = Schemas.NODES.objectNode();
          ArrayNode kinds = s.putArray("oneOf");
          byWord.values().forEach(v -> kinds.add(v.form.get().described(defs, tag, v.word)));
          return s;
        });
  }

  @Override
  public String words() {
    return name;
  }
}
