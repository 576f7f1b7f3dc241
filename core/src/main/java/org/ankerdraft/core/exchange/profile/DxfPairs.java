package org.ankerdraft.core.exchange.profile;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.Place;

/** The text of a DXF file as pairs of a group code and a value. */
final class DxfPairs {
  /** Text has no zero byte; the binary kind of DXF has one this near to its beginning. */
  private static final int BEGINNING = 32;

  record Pair(int code, String value) {
    boolean is(int c, String v) {
      return code == c && value.equals(v);
    }
  }

  /**
   * A thing of the file: its kind and all pairs up to the next.
   *
   * @param kind such as LINE
   */
  record Entity(String kind, List<Pair> pairs) {

    double number(int code, double otherwise) throws FormatException {
      for (Pair p : pairs) {
        if (p.code == code) {
          return numberOf(p, kind);
        }
      }
      return otherwise;
    }

    /** A number that must be there. */
    double number(int code) throws FormatException {
      double v = number(code, Double.NaN);
      if (Double.isNaN(v)) {
        throw new FormatException(Place.ROOT, "a " + kind + " has no value of group " + code);
      }
      return v;
    }

    int whole(int code, int otherwise) throws FormatException {
      return (int) Math.rint(number(code, otherwise));
    }

    List<Double> numbers(int code) throws FormatException {
      List<Double> out = new ArrayList<>();
      for (Pair p : pairs) {
        if (p.code == code) {
          out.add(numberOf(p, kind));
        }
      }
      return out;
    }

    static double numberOf(Pair p, String kind) throws FormatException {
      try {
        double v = Double.parseDouble(p.value);
        if (Double.isFinite(v)) {
          return v;
        }
      } catch (NumberFormatException e) {
        // Said below, as what is not finite.
      }
      throw new FormatException(
          Place.ROOT, "group " + p.code + " of a " + kind + " is no number: " + shortened(p.value));
    }
  }

  private static String shortened(String v) {
    return v.length() > 40 ? v.substring(0, 40) + "…" : v;
  }

  private DxfPairs() {}

  static List<Pair> read(byte[] file) throws FormatException {
    if (IntStream.range(0, Math.min(BEGINNING, file.length)).anyMatch(n -> file[n] == 0)) {
      throw new FormatException(
          Place.ROOT, "this is a binary DXF; only text DXF is read. Save it as text");
    }
    List<String> lines = new String(file, StandardCharsets.UTF_8).lines().toList();
    List<Pair> out = new ArrayList<>();
    for (int i = 0; i + 1 < lines.size(); i += 2) {
      String code = lines.get(i).strip();
      if (!code.matches("-?\\d{1,5}")) {
        throw new FormatException(
            Place.ROOT,
            "line " + (i + 1) + " should be a group code of DXF, and is: " + shortened(code));
      }
      out.add(new Pair(Integer.parseInt(code), lines.get(i + 1).strip()));
    }
    if (out.isEmpty()) {
      throw new FormatException(Place.ROOT, "the file is empty, and no DXF");
    }
    return out;
  }

  /** The value of a variable of the header; empty if it is not there. */
  static String variable(List<Pair> pairs, String name) {
    for (int i = 0; i + 1 < pairs.size(); i++) {
      if (pairs.get(i).is(9, name)) {
        return pairs.get(i + 1).value;
      }
    }
    return "";
  }

  /** What stands in the section of entities. */
  static List<Entity> entities(List<Pair> pairs) {
    List<Entity> out = new ArrayList<>();
    boolean isInside = false;
    for (int i = 0; i < pairs.size(); i++) {
      Pair p = pairs.get(i);
      if (p.code == 2 && i > 0 && pairs.get(i - 1).is(0, "SECTION")) {
        isInside = p.value.equals("ENTITIES");
      } else if (p.is(0, "ENDSEC")) {
        isInside = false;
      } else if (isInside && p.code == 0) {
        out.add(new Entity(p.value, new ArrayList<>()));
      } else if (isInside && !out.isEmpty()) {
        out.getLast().pairs.add(p);
      }
    }
    return out;
  }
}
