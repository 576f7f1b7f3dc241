package org.ankerdraft.core.part;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonParseException;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.exc.InvalidTypeIdException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.ankerdraft.core.step.SheetStep;
import org.ankerdraft.core.step.Step;

/** The text form of a part (docs/part-format.md). */
public final class PartJson {
  private static final ObjectMapper MAPPER =
      JsonMapper.builder()
          .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
          .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
          .disable(MapperFeature.SORT_CREATOR_PROPERTIES_FIRST)
          .disable(MapperFeature.SORT_PROPERTIES_ALPHABETICALLY)
          .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
          .defaultPropertyInclusion(
              JsonInclude.Value.construct(
                  JsonInclude.Include.NON_DEFAULT, JsonInclude.Include.ALWAYS))
          .build();

  private PartJson() {}

  /** The document as text; the same document gives the same text. */
  public static String write(PartDocument part) {
    DefaultPrettyPrinter printer = new DefaultPrettyPrinter();
    printer.indentArraysWith(DefaultPrettyPrinter.FixedSpaceIndenter.instance);
    printer.indentObjectsWith(new DefaultIndenter("  ", "\n"));
    try {
      return MAPPER.writer(printer).writeValueAsString(part) + "\n";
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("a part document must always have a text form", e);
    }
  }

  /** One step as text, without line breaks: for journals and content keys. */
  public static String write(Step step) {
    try {
      return MAPPER.writeValueAsString(step);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("a step must always have a text form", e);
    }
  }

  public static Read read(String text) {
    try {
      PartDocument part = MAPPER.readValue(text, PartDocument.class);
      if (part == null) {
        return bad("", "the file is empty");
      }
      if (part.version() != PartDocument.VERSION) {
        return bad(
            "ankerdraft",
            part.version() == 0
                ? "this is no part: the field \"ankerdraft\": "
                    + PartDocument.VERSION
                    + " is missing"
                : "format version "
                    + part.version()
                    + " is not known; this program reads version "
                    + PartDocument.VERSION);
      }
      FormatError error = checkReferences(part);
      return error == null ? new Read.Ok(part) : new Read.Bad(error);
    } catch (JsonParseException e) {
      return notJson(e);
    } catch (JsonMappingException e) {
      return e.getCause() instanceof JsonParseException parse
          ? notJson(parse)
          : bad(path(e), inWords(e));
    } catch (JsonProcessingException e) {
      return bad("", e.getOriginalMessage());
    }
  }

  private static Read notJson(JsonParseException e) {
    return bad(
        "line " + e.getLocation().getLineNr() + ", column " + e.getLocation().getColumnNr(),
        "the text is not JSON: " + e.getOriginalMessage());
  }

  private static Read bad(String place, String message) {
    return new Read.Bad(new FormatError(place, message));
  }

  private static String path(JsonMappingException e) {
    StringBuilder path = new StringBuilder();
    for (JsonMappingException.Reference r : e.getPath()) {
      if (r.getFieldName() == null) {
        path.append('[').append(r.getIndex()).append(']');
      } else {
        path.append(path.isEmpty() ? "" : ".").append(r.getFieldName());
      }
    }
    return path.toString();
  }

  private static String inWords(JsonMappingException e) {
    return switch (e) {
      case UnrecognizedPropertyException u ->
          "field \""
              + u.getPropertyName()
              + "\" is not known here; known are "
              + u.getKnownPropertyIds().stream()
                  .map(Object::toString)
                  .sorted()
                  .collect(Collectors.joining(", "));
      case InvalidTypeIdException t when t.getTypeId() == null ->
          "a field that says which kind this is, is missing (" + t.getOriginalMessage() + ")";
      case InvalidTypeIdException t ->
          "\"" + t.getTypeId() + "\" is not known here (" + t.getOriginalMessage() + ")";
      case InvalidFormatException f ->
          "the value " + f.getValue() + " is not understood: " + f.getOriginalMessage();
      default ->
          e.getCause() instanceof IllegalArgumentException cause
              ? cause.getMessage()
              : e.getOriginalMessage();
    };
  }

  /**
   * Ids and names that occur twice or are missing; steps that refer to what comes later or not at
   * all.
   */
  private static FormatError checkReferences(PartDocument part) {
    Set<String> names = new HashSet<>();
    for (int i = 0; i < part.parameters().size(); i++) {
      Parameter p = part.parameters().get(i);
      if (p.name() == null || !p.name().matches("[A-Za-z_][A-Za-z0-9_]*")) {
        return new FormatError(
            "parameters[" + i + "].name",
            "'" + p.name() + "' is no name: letters, digits and _ only");
      }
      if (p.value() == null) {
        return new FormatError(
            "parameters[" + i + "].value", "parameter " + p.name() + " has no value");
      }
      if (!names.add(p.name())) {
        return new FormatError(
            "parameters[" + i + "].name", "parameter " + p.name() + " is there twice");
      }
    }
    Set<String> ids = new HashSet<>();
    for (int i = 0; i < part.steps().size(); i++) {
      Step step = part.steps().get(i);
      if (step.id() == null || step.id().isBlank()) {
        return new FormatError("steps[" + i + "].id", "the step has no id");
      }
      List<Map.Entry<String, String>> missing = StepReferences.missing(step, ids);
      if (!missing.isEmpty()) {
        return new FormatError(
            "steps[" + i + "]." + missing.getFirst().getKey(),
            "step "
                + step.id()
                + " refers to step '"
                + missing.getFirst().getValue()
                + "', which does not stand before it");
      }
      if (!ids.add(step.id())) {
        return new FormatError("steps[" + i + "].id", "id " + step.id() + " is there twice");
      }
    }
    return null;
  }

  /** The fields of steps that name other steps. */
  private static final class StepReferences {
    private StepReferences() {}

    static List<Map.Entry<String, String>> missing(Step step, Set<String> known) {
      List<Map.Entry<String, String>> missing = new ArrayList<>();
      String sketch =
          switch (step) {
            case Step.Extrude e -> String.valueOf(e.sketch());
            case SheetStep.Base b -> String.valueOf(b.sketch());
            case SheetStep.Folded f -> String.valueOf(f.sketch());
            default -> null;
          };
      if (sketch != null && !known.contains(sketch)) {
        missing.add(Map.entry("sketch", sketch));
      }
      return missing;
    }
  }
}
