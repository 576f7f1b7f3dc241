package org.ankerdraft.core.form;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;

/** A text, of which a pattern says how it may be made. */
public final class TextForm implements Form<String> {
  private static final int LONGEST_TEXT = 20_000;
  private static final int LONGEST_NAME = 200;

  /** Any text: names of parts, notes. */
  public static final TextForm ANY = new TextForm("text", null, "", LONGEST_TEXT);

  /** An id: what names are made of. */
  public static final TextForm ID =
      new TextForm("id", "[A-Za-z0-9_-]+", "an id is made of letters, digits, - and _", 100);

  /** A name that people see and write: of a body, say. */
  public static final TextForm NAME =
      new TextForm("name", ".*\\S.*", "a name must not be blank", LONGEST_NAME);

  /** A word for use in expressions. */
  public static final TextForm PARAMETER =
      new TextForm(
          "parameter", "[A-Za-z_][A-Za-z0-9_]*", "a parameter is letters, digits and _", 100);

  /** A file beside the part or within its archive: a bare name, no way to elsewhere. */
  public static final TextForm FILE =
      new TextForm(
          "file",
          "(?!\\.)[^/\\\\:]+",
          "a file is named without folders; it lies beside the part, or within its archive",
          LONGEST_NAME);

  private final String words;
  private final Pattern pattern;
  private final String rule;
  private final int longest;

  private TextForm(String words, String pattern, String rule, int longest) {
    this.words = words;
    this.pattern = pattern == null ? null : Pattern.compile(pattern);
    this.rule = rule;
    this.longest = longest;
  }

  /** A form of the same texts that stands apart from it: what refers to something else. */
  TextForm renamed(String other) {
    return new TextForm(other, pattern == null ? null : pattern.pattern(), rule, longest);
  }

  @Override
  public String read(JsonNode node, Place at) throws FormatException {
    String text = plain(Forms.text(node, words, at), longest, at);
    Optional<String> fault = fault(text);
    if (fault.isPresent()) {
      throw new FormatException(at, fault.get());
    }
    return text;
  }

  /** Why a text does not fit; empty if it does. */
  public Optional<String> fault(String text) {
    return pattern == null || pattern.matcher(text).matches()
        ? Optional.empty()
        : Optional.of("'" + Forms.shortened(text) + "' does not do: " + rule);
  }

  /** A text without characters that no file and no window could show. */
  static String plain(String text, int longest, Place at) throws FormatException {
    if (text.length() > longest) {
      throw new FormatException(
          at, "the text is " + text.length() + " characters long; at most " + longest + " are");
    }
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      boolean paired =
          Character.isHighSurrogate(c)
              && i + 1 < text.length()
              && Character.isLowSurrogate(text.charAt(i + 1));
      if (paired) {
        i++;
      } else if (Character.isSurrogate(c)
          || (Character.isISOControl(c) && c != '\n' && c != '\t' && c != '\r')) {
        throw new FormatException(
            at, String.format("the text holds the character U+%04X, which is no text", (int) c));
      }
    }
    return text;
  }

  @Override
  public JsonNode write(String value) {
    return TextNode.valueOf(value);
  }

  @Override
  public ObjectNode schema(Schemas defs) {
    ObjectNode s = Schemas.type("string").put("maxLength", longest);
    if (pattern != null) {
      s.put("pattern", "^(?:" + pattern.pattern() + ")$");
    }
    return s;
  }

  @Override
  public String words() {
    return words;
  }

  /** A form whose texts are parsed into a type of their own. */
  public <T> Form<T> as(String name, Function<String, Optional<T>> parse, String otherwise) {
    TextForm base = this;
    return new Form<>() {
      @Override
      public T read(JsonNode node, Place at) throws FormatException {
        String text = base.read(node, at);
        return parse
            .apply(text)
            .orElseThrow(
                () -> new FormatException(at, "'" + Forms.shortened(text) + "' " + otherwise));
      }

      @Override
      public JsonNode write(T value) {
        return TextNode.valueOf(value.toString());
      }

      @Override
      public ObjectNode schema(Schemas defs) {
        return base.schema(defs);
      }

      @Override
      public String words() {
        return name;
      }
    };
  }
}
