package org.ankerdraft.core.part;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ankerdraft.core.step.Step;

/**
 * Opens any file that can become a part: part files, bare JSON, and STEP files as an imported body.
 */
public final class PartOpener {
  private PartOpener() {}

  public static PartFile.Opened open(Path file) {
    String name = file.getFileName().toString();
    String lower = name.toLowerCase(Locale.ROOT);
    try {
      if (lower.endsWith(".step") || lower.endsWith(".stp")) {
        String bare = name.substring(0, name.lastIndexOf('.'));
        PartDocument part =
            PartDocument.empty(bare).withNewStep(new Step.Import("import1", null, false, name));
        return new PartFile.Opened.Ok(
            new PartFile.Content(part, Map.of(name, Files.readAllBytes(file))));
      }
      PartFile.Opened opened = PartFile.open(file);
      return opened instanceof PartFile.Opened.Ok(PartFile.Content content)
          ? new PartFile.Opened.Ok(withFilesBeside(file, content))
          : opened;
    } catch (IOException e) {
      return new PartFile.Opened.Bad(
          new FormatError("", "the file cannot be read: " + e.getMessage()));
    }
  }

  /**
   * Imported files that bare JSON names are looked for beside it; a missing one shows at its step.
   */
  private static PartFile.Content withFilesBeside(Path file, PartFile.Content content)
      throws IOException {
    Map<String, byte[]> files = new LinkedHashMap<>(content.files());
    List<String> named =
        content.part().steps().stream()
            .filter(s -> s instanceof Step.Import i && i.file() != null)
            .map(s -> ((Step.Import) s).file())
            .toList();
    for (String name : named) {
      Path beside = file.toAbsolutePath().resolveSibling(name);
      if (!files.containsKey(name) && Files.isRegularFile(beside)) {
        files.put(name, Files.readAllBytes(beside));
      }
    }
    return new PartFile.Content(content.part(), files, content.cache());
  }
}
