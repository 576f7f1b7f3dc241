package org.ankerdraft.core.part;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.ankerdraft.core.form.FormatError;

/**
 * Parts to start from: unit, material, thickness and rule book are set, the ledger is empty or
 * holds first steps. Some ship with the application, the user's own lie as bare JSON in a folder.
 */
public final class Templates {
  private static final List<String> SHIPPED =
      List.of(
          "plastic-abs",
          "plastic-pa",
          "plastic-abs-inch",
          "sheet-steel",
          "sheet-stainless",
          "sheet-aluminium",
          "sheet-steel-inch");
  private static final List<String> DEMOS =
      List.of(
          "lamp-base",
          "battery-cradle",
          "lens-ring",
          "lantern-shade",
          "mast-bracket",
          "battery-tray",
          "gasket-plate");
  private static final String JSON = ".json";

  private final Path own;

  /**
   * @param own folder of the user's own templates; need not exist
   */
  public Templates(Path own) {
    this.own = own;
  }

  /** The folder in the user's home. */
  public static Templates ofUser() {
    return new Templates(Path.of(System.getProperty("user.home"), ".ankerdraft", "templates"));
  }

  /** All templates that can be read; the shipped ones first. */
  public List<PartDocument> all() throws IOException {
    List<PartDocument> out = new ArrayList<>();
    for (String name : SHIPPED) {
      out.add(shipped("templates/" + name));
    }
    if (Files.isDirectory(own)) {
      try (Stream<Path> files = Files.list(own)) {
        for (Path file : files.filter(f -> f.toString().endsWith(JSON)).sorted().toList()) {
          if (PartJson.read(Files.readString(file)) instanceof Read.Ok(PartDocument part)) {
            out.add(part);
          }
        }
      }
    }
    return out;
  }

  /** The demo parts that ship with the application, to look at and to play with. */
  public static List<PartDocument> demos() throws IOException {
    List<PartDocument> out = new ArrayList<>();
    for (String name : DEMOS) {
      out.add(shipped("demo/" + name));
    }
    return out;
  }

  private static PartDocument shipped(String name) throws IOException {
    try (InputStream in = Templates.class.getResourceAsStream("/org/ankerdraft/" + name + JSON)) {
      String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      return switch (PartJson.read(text)) {
        case Read.Ok(PartDocument part) -> part;
        case Read.Bad(FormatError error) ->
            throw new IllegalStateException(
                name + " that ships with the application is damaged: " + error);
      };
    }
  }

  /**
   * Keeps a part as a template of the user's own, under its name; one of the same name is replaced.
   *
   * @return the file
   */
  public Path keep(PartDocument part) throws IOException {
    Files.createDirectories(own);
    Path file = own.resolve(part.name().replaceAll("[^A-Za-z0-9 ._-]", "_") + JSON);
    PartFile.writeAtomically(file, PartJson.write(part).getBytes(StandardCharsets.UTF_8));
    return file;
  }
}
