package org.ankerdraft.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;

/** Runs verbs as a script does, and short ways to parts. */
final class Verbs {
  private static final ObjectMapper MAPPER = new ObjectMapper();

  private Verbs() {}

  record Ran(int exit, String out, String err) {
    JsonNode json() throws IOException {
      return MAPPER.readTree(out);
    }
  }

  static Ran run(String... args) {
    StringWriter out = new StringWriter();
    StringWriter err = new StringWriter();
    int exit = Main.run(args, new PrintWriter(out), new PrintWriter(err));
    return new Ran(exit, out.toString(), err.toString());
  }

  /** A file with a tapered block of 40 x 30. */
  static String box(Path folder, String depth) throws IOException {
    Path file = folder.resolve("box.json");
    Files.writeString(
        file,
        """
        {"ankerdraft": 1, "name": "box", "steps": [
          {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
          {"kind": "extrude", "id": "box", "sketch": "s", "depth": "%s", "taper": "2 deg", "body": "Body"}]}
        """
            .formatted(depth));
    return file.toString();
  }

  static String demo(String name) {
    Path at = Path.of("").toAbsolutePath();
    while (!Files.isDirectory(at.resolve("demo"))) {
      at = at.getParent();
    }
    return at.resolve("demo").resolve(name).toString();
  }
}
