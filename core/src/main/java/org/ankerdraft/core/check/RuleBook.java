package org.ankerdraft.core.check;

import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.io.InputStream;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.part.PartDocument;

/** A set of limits for a material and a surface. */
public final class RuleBook {
  private static final ObjectMapper MAPPER =
      JsonMapper.builder().enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  private static final double SAME_THICKNESS_MM = 1e-3;
  private static final String USUAL_MOULDING = "abs";
  private static final String USUAL_SHEET = "steel";

  /** The rule books that ship with the application, by name: mouldings, then sheet. */
  public static final List<String> NAMES =
      List.of(
          "abs",
          "abs-textured",
          "pc",
          "pa",
          "pp",
          "steel",
          "steel-strong",
          "stainless",
          "aluminium");

  /** Smallest draft for a texture of a VDI 3400 number up to {@code vdi}. */
  record TextureDraft(int vdi, double draftDeg) {}

  /** As stored. */
  record Data(
      String name,
      String title,
      double densityGPerCm3,
      String densitySource,
      String material,
      Integer vdi,
      List<Limit> limits,
      List<TextureDraft> textureDraft,
      String textureSource) {}

  /** The sheet materials among them. */
  public static final List<String> SHEET_NAMES =
      List.of("steel", "steel-strong", "stainless", "aluminium");

  /** Code of the smallest inside radius, which the sheet's thickness decides. */
  public static final String BEND_RADIUS = "bend.radius";

  /** Smallest inside radius for sheet up to a thickness. */
  record SmallestRadius(double thicknessMm, double radiusMm) {}

  /** What is said of a sheet material, as stored. */
  record SheetData(
      String name,
      String title,
      double densityGPerCm3,
      String densitySource,
      double tensileMpa,
      List<SmallestRadius> smallestRadius,
      String radiusSource,
      List<Limit> limits) {}

  private final String name;
  private final String title;
  private final Map<String, Limit> limits;
  private final SheetData sheet;
  private final double mouldedDensity;

  private RuleBook(
      String name,
      String title,
      Map<String, Limit> limits,
      SheetData sheet,
      double mouldedDensity) {
    this.mouldedDensity = mouldedDensity;
    this.name = name;
    this.title = title;
    this.limits = limits;
    this.sheet = sheet;
  }

  /** Whether a limit is one of sheet bodies. */
  public boolean isOfSheet(String code) {
    return code.equals(BEND_RADIUS) || sheet.limits().stream().anyMatch(l -> l.code().equals(code));
  }

  /** Density of the material that bodies of sheet, or moulded ones, are made of; g/cm³. */
  public double densityGPerCm3(boolean isSheet) {
    return isSheet ? sheet.densityGPerCm3() : mouldedDensity;
  }

  /** Tensile strength of the sheet material, N/mm2. */
  public double tensileMpa() {
    return sheet.tensileMpa();
  }

  /** Opening of the lower tool: the part's own, else the rule's share of the thickness; mm. */
  public double dieMm(PartDocument part, double thicknessMm) {
    double byRule = limit("die.opening").value() * thicknessMm;
    Expr own = part.process().sheetOrUsual().die();
    if (own == null) {
      return byRule;
    }
    try {
      return new Evaluator(part.definitions()).lengthMm(own);
    } catch (ExpressionException e) {
      // The part's card shows the error at the field; the rule stands in until it is mended.
      return byRule;
    }
  }

  /**
   * The smallest inside radius for a sheet: of the first row that is as thick; beyond the last row
   * in proportion to it.
   */
  public Limit smallestRadius(double thicknessMm) {
    Limit changed = limits.get(BEND_RADIUS);
    if (changed != null) {
      return changed;
    }
    SmallestRadius last = sheet.smallestRadius().getLast();
    double radius =
        sheet.smallestRadius().stream()
            .filter(r -> r.thicknessMm() >= thicknessMm - SAME_THICKNESS_MM)
            .findFirst()
            .map(SmallestRadius::radiusMm)
            .orElse(last.radiusMm() * thicknessMm / last.thicknessMm());
    return new Limit(BEND_RADIUS, radius, "mm", Severity.STOP, sheet.radiusSource());
  }

  public String name() {
    return name;
  }

  public String title() {
    return title;
  }

  public Map<String, Limit> limits() {
    return Map.copyOf(limits);
  }

  /** The limit of that code; every rule book has all codes, so a missing one is a bug. */
  public Limit limit(String code) {
    Limit limit = limits.get(code);
    if (limit == null) {
      throw new IllegalArgumentException("rule book " + name + " has no limit " + code);
    }
    return limit;
  }

  /**
   * The rule book of that name, with the usual limits for the other kind of body; empty if none
   * ships under it.
   */
  public static Optional<RuleBook> named(String name) {
    if (SHEET_NAMES.contains(name)) {
      return read(USUAL_MOULDING, Data.class)
          .flatMap(data -> readSheet(name).map(s -> of(data, data.vdi(), s, true)));
    }
    return read(name, Data.class)
        .flatMap(data -> readSheet(USUAL_SHEET).map(s -> of(data, data.vdi(), s, false)));
  }

  /**
   * The rule book that the part's process asks for, with the part's own changes; empty for an
   * unknown material.
   */
  public static Optional<RuleBook> forPart(PartDocument part) {
    String material = part.process().material().toLowerCase(Locale.ROOT);
    boolean isSheet = part.process().sheet() != null;
    return read(material, Data.class)
        .flatMap(data ->
            readSheet(part.process().sheetOrUsual().material().toLowerCase(Locale.ROOT))
                .map(sheet ->
                    of(data, part.process().vdi(), sheet, isSheet).changed(part.limits())));
  }

  private static Optional<SheetData> readSheet(String name) {
    return read("sheet/" + name, SheetData.class);
  }

  private static <T> Optional<T> read(String name, Class<T> type) {
    if (!name.matches("(sheet/)?[a-z0-9-]+")) {
      return Optional.empty();
    }
    try (InputStream in =
        RuleBook.class.getResourceAsStream("/org/ankerdraft/rules/" + name + ".json")) {
      return in == null ? Optional.empty() : Optional.of(MAPPER.readValue(in, type));
    } catch (IOException e) {
      throw new IllegalStateException(
          "rule book " + name + " that ships with the application is damaged", e);
    }
  }

  private static RuleBook of(Data data, Integer vdi, SheetData sheet, boolean titleOfSheet) {
    Map<String, Limit> limits = new LinkedHashMap<>();
    data.limits().forEach(l -> limits.put(l.code(), l));
    String title = data.title();
    if (vdi != null) {
      Limit smooth = limits.get("draft.min");
      double deg = smooth.value();
      for (TextureDraft t : data.textureDraft()) {
        deg = Math.max(deg, t.draftDeg());
        if (t.vdi() >= vdi) {
          break;
        }
      }
      limits.put(
          "draft.min",
          new Limit(
              "draft.min",
              deg,
              "deg",
              smooth.severity(),
              "VDI 3400 number " + vdi + ": " + data.textureSource()));
      title = data.material() + ", texture VDI " + vdi;
    }
    sheet.limits().forEach(l -> limits.put(l.code(), l));
    return titleOfSheet
        ? new RuleBook(sheet.name(), sheet.title(), limits, sheet, data.densityGPerCm3())
        : new RuleBook(data.name(), title, limits, sheet, data.densityGPerCm3());
  }

  /** This book with some limits changed; codes it does not have are passed over. */
  public RuleBook changed(Map<String, Double> values) {
    Map<String, Limit> copy = new LinkedHashMap<>(limits);
    values.forEach((code, value) -> copy.computeIfPresent(code, (c, l) -> l.withValue(value)));
    Double radius = values.get(BEND_RADIUS);
    if (radius != null) {
      copy.put(
          BEND_RADIUS, new Limit(BEND_RADIUS, radius, "mm", Severity.STOP, "changed in this part"));
    }
    return new RuleBook(name, title, copy, sheet, mouldedDensity);
  }

  /**
   * VDI 3400 number of a roughness: 20 log10(10 Ra), Ra in micrometres (VDI 3400:1975, from
   * memory).
   *
   * @param raUm arithmetic mean roughness, above 0.1
   */
  public static double vdiNumber(double raUm) {
    return 20 * Math.log10(10 * raUm);
  }
}
