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
import org.ankerdraft.core.part.PartDocument;

/** A set of limits for a material and a surface. */
public final class RuleBook {
  private static final ObjectMapper MAPPER =
      JsonMapper.builder().enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  /** The rule books that ship with the application, by name. */
  public static final List<String> NAMES = List.of("abs", "abs-textured", "pc", "pa", "pp");

  /** Smallest draft for a texture of a VDI 3400 number up to {@code vdi}. */
  record TextureDraft(int vdi, double draftDeg) {}

  /** As stored. */
  record Data(
      String name,
      String title,
      String material,
      Integer vdi,
      List<Limit> limits,
      List<TextureDraft> textureDraft,
      String textureSource) {}

  private final String name;
  private final String title;
  private final Map<String, Limit> limits;

  private RuleBook(String name, String title, Map<String, Limit> limits) {
    this.name = name;
    this.title = title;
    this.limits = limits;
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

  /** The rule book of that name; empty if none ships under it. */
  public static Optional<RuleBook> named(String name) {
    return read(name).map(data -> of(data, data.vdi()));
  }

  /**
   * The rule book that the part's process asks for, with the part's own changes; empty for an
   * unknown material.
   */
  public static Optional<RuleBook> forPart(PartDocument part) {
    String material = part.process().material().toLowerCase(Locale.ROOT);
    return read(material).map(data -> of(data, part.process().vdi()).changed(part.limits()));
  }

  private static Optional<Data> read(String name) {
    if (!name.matches("[a-z0-9-]+")) {
      return Optional.empty();
    }
    try (InputStream in =
        RuleBook.class.getResourceAsStream("/org/ankerdraft/rules/" + name + ".json")) {
      return in == null ? Optional.empty() : Optional.of(MAPPER.readValue(in, Data.class));
    } catch (IOException e) {
      throw new IllegalStateException(
          "rule book " + name + " that ships with the application is damaged", e);
    }
  }

  private static RuleBook of(Data data, Integer vdi) {
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
    return new RuleBook(data.name(), title, limits);
  }

  /** This book with some limits changed; codes it does not have are passed over. */
  public RuleBook changed(Map<String, Double> values) {
    Map<String, Limit> copy = new LinkedHashMap<>(limits);
    values.forEach((code, value) -> copy.computeIfPresent(code, (c, l) -> l.withValue(value)));
    return new RuleBook(name, title, copy);
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
