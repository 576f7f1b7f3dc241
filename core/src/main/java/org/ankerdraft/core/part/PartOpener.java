package org.ankerdraft.core.part;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.imported.ImportKind;

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
        Optional<String> fault = TextForm.FILE.fault(name);
        if (fault.isPresent()) {
          return new PartFile.Opened.Bad(new FormatError("", fault.get()));
        }
        String bare = name.substring(0, name.lastIndexOf('.'));
        PartDocument part = PartDocument.empty(bare).withNewStep(ImportKind.of("import1", name));
        return new PartFile.Opened.Ok(
            new PartFile.Content(part, Map.of(name, PartFile.readBounded(file))));
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
    Set<String> named = new LinkedHashSet<>();
    content.part().steps().forEach(s -> named.addAll(filesOf(s)));
    for (String name : named) {
      Path beside = file.toAbsolutePath().resolveSibling(name);
      if (!files.containsKey(name) && Files.isRegularFile(beside)) {
        files.put(name, PartFile.readBounded(beside));
      }
    }
    return new PartFile.Content(content.part(), files, content.cache());
  }

  private static Set<String> filesOf(Step step) {
    return StepKinds.of(step).inputs().stream()
        .filter(Inputs.Input.OfFile.class::isInstance)
        .map(i -> ((Inputs.Input.OfFile) i).name())
        .collect(Collectors.toSet());
  }
}
