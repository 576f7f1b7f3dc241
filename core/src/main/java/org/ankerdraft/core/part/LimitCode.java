package org.ankerdraft.core.part;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.NumberForm;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.form.Schemas;

/** The limits of a rule book that a part may change, and how its changes stand in the file. */
public final class LimitCode {
  /** All codes: of mouldings, then of sheet. */
  public static final List<String> ALL =
      List.of(
          "draft.min",
          "draft.wanted",
          "wall.min",
          "wall.max",
          "corner.inside",
          "undercut",
          "bend.radius",
          "bend.flange",
          "die.opening",
          "hole.bend",
          "slot.bend",
          "hole.edge",
          "hole.web",
          "hole.diameter",
          "relief.width",
          "relief.depth",
          "hem.length",
          "hem.gap",
          "bend.force",
          "bend.grain",
          "flat.gap");

  private static final Map<String, String> TITLES =
      Map.ofEntries(
          Map.entry("draft.min", "Least draft"),
          Map.entry("draft.wanted", "Wanted draft"),
          Map.entry("wall.min", "Thinnest wall"),
          Map.entry("wall.max", "Thickest wall"),
          Map.entry("corner.inside", "Inside radius"),
          Map.entry("undercut", "Undercut area"),
          Map.entry("bend.radius", "Bend radius"),
          Map.entry("bend.flange", "Shortest flange"),
          Map.entry("die.opening", "Die opening"),
          Map.entry("hole.bend", "Hole to bend"),
          Map.entry("slot.bend", "Slot to bend"),
          Map.entry("hole.edge", "Hole to edge"),
          Map.entry("hole.web", "Web between holes"),
          Map.entry("hole.diameter", "Smallest hole"),
          Map.entry("relief.width", "Relief width"),
          Map.entry("relief.depth", "Relief depth"),
          Map.entry("hem.length", "Hem length"),
          Map.entry("hem.gap", "Hem gap"),
          Map.entry("bend.force", "Bending force"),
          Map.entry("bend.grain", "Bend to grain"),
          Map.entry("flat.gap", "Gap in the flat"));

  private static final NumberForm VALUE = new NumberForm(0, 1e6);

  /** Values by code. */
  public static final Form<Map<String, Double>> FORM = new LimitsForm();

  private LimitCode() {}

  /** What a limit is called by people; the code itself for one that no part may change. */
  public static String title(String code) {
    return TITLES.getOrDefault(code, code);
  }

  private static final class LimitsForm implements Form<Map<String, Double>> {
    @Override
    public Map<String, Double> read(JsonNode node, Place at) throws FormatException {
      if (!node.isObject()) {
        throw new FormatException(at, "limits are an object of codes and numbers");
      }
      Map<String, Double> out = new TreeMap<>();
      for (Iterator<String> codes = node.fieldNames(); codes.hasNext(); ) {
        String code = codes.next();
        if (!ALL.contains(code)) {
          throw new FormatException(
              at.field(code),
              "there is no limit \"" + code + "\"; there are " + String.join(", ", ALL));
        }
        out.put(code, VALUE.read(node.get(code), at.field(code)));
      }
      return Map.copyOf(out);
    }

    @Override
    public JsonNode write(Map<String, Double> value) {
      ObjectNode node = JsonNodeFactory.instance.objectNode();
      new TreeMap<>(value).forEach(node::put);
      return node;
    }

    @Override
    public ObjectNode schema(Schemas defs) {
      ObjectNode s = JsonNodeFactory.instance.objectNode().put("type", "object");
      ObjectNode properties = s.putObject("properties");
      ALL.forEach(code -> properties.set(code, VALUE.schema(defs)));
      s.put("additionalProperties", false);
      return s;
    }

    @Override
    public String words() {
      return "limits";
    }
  }
}
