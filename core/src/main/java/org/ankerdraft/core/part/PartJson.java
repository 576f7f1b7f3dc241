package org.ankerdraft.core.part;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.form.Schemas;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.step.Step;

/** The text form of a part (docs/part-format.md). */
public final class PartJson {
  /** The longest text that is read, in characters. */
  public static final int LONGEST = 64_000_000;

  private static final int DEEPEST = 100;
  private static final int LONGEST_STRING = 100_000;
  private static final int LONGEST_NUMBER = 100;

  private static final JsonMapper MAPPER =
      JsonMapper.builder(
              JsonFactory.builder()
                  .streamReadConstraints(
                      StreamReadConstraints.builder()
                          .maxNestingDepth(DEEPEST)
                          .maxStringLength(LONGEST_STRING)
                          .maxNameLength(LONGEST_STRING)
                          .maxNumberLength(LONGEST_NUMBER)
                          .build())
                  .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                  .build())
          .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
          .build();

  private PartJson() {}

  /** The document as text; the same document gives the same text. */
  public static String write(PartDocument part) {
    DefaultPrettyPrinter printer = new DefaultPrettyPrinter();
    printer.indentArraysWith(DefaultPrettyPrinter.FixedSpaceIndenter.instance);
    printer.indentObjectsWith(new DefaultIndenter("  ", "\n"));
    try {
      return MAPPER.writer(printer).writeValueAsString(PartDocument.FORM.write(part)) + "\n";
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("a part document must always have a text form", e);
    }
  }

  /** One step as text, without line breaks: for content keys. */
  public static String write(Step step) {
    return StepKinds.FORM.write(step).toString();
  }

  /** The JSON Schema of the text. */
  public static String schema() {
    try {
      return MAPPER
              .writerWithDefaultPrettyPrinter()
              .writeValueAsString(Schemas.document("Ankerdraft part", PartDocument.FORM))
          + "\n";
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("a schema must always have a text form", e);
    }
  }

  public static Read read(String text) {
    if (text.length() > LONGEST) {
      return bad("", "the text is longer than " + LONGEST / 1_000_000 + " million characters");
    }
    try {
      JsonNode tree = MAPPER.readTree(text);
      if (tree == null || tree.isMissingNode() || tree.isNull()) {
        return bad("", "the file is empty");
      }
      if (tree instanceof ObjectNode object) {
        FormatError version = wrongVersion(object);
        if (version != null) {
          return new Read.Bad(version);
        }
      }
      return new Read.Ok(PartDocument.FORM.read(tree, Place.ROOT));
    } catch (FormatException e) {
      return new Read.Bad(e.error());
    } catch (JsonProcessingException e) {
      return bad(
          e.getLocation() == null
              ? ""
              : "line " + e.getLocation().getLineNr() + ", column " + e.getLocation().getColumnNr(),
          "the text is not JSON: " + e.getOriginalMessage());
    }
  }

  /** Reads a value of any form from a text of its own. */
  public static <T> T read(Form<T> form, String text) throws FormatException {
    return form.read(tree(text), Place.ROOT);
  }

  /** A text as a tree, within the same bounds as a part. */
  public static JsonNode tree(String text) throws FormatException {
    try {
      JsonNode tree = MAPPER.readTree(text);
      if (tree == null || tree.isMissingNode()) {
        throw new FormatException(Place.ROOT, "the text is empty");
      }
      return tree;
    } catch (JsonProcessingException e) {
      throw new FormatException(Place.ROOT, "the text is not JSON: " + e.getOriginalMessage());
    }
  }

  private static FormatError wrongVersion(ObjectNode object) {
    JsonNode version = object.get("ankerdraft");
    if (version == null) {
      return new FormatError(
          "ankerdraft",
          "this is no part: the field \"ankerdraft\": " + PartDocument.VERSION + " is missing");
    }
    if (version.isIntegralNumber() && !version.asText().equals("" + PartDocument.VERSION)) {
      return new FormatError(
          "ankerdraft",
          "format version "
              + version.asText()
              + " is not known; this program reads version "
              + PartDocument.VERSION);
    }
    return null;
  }

  private static Read bad(String place, String message) {
    return new Read.Bad(new FormatError(place, message));
  }

  /**
   * The gate for edits: gives back a document that its own reader takes, or why it does not.
   * Whatever changes a document asks here first.
   */
  public static Read admit(PartDocument part) {
    return read(write(part));
  }
}
