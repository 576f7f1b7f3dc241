package org.ankerdraft.core.part;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/**
 * Keeps the latest unsaved state of an open part beside it, so that a crash loses nothing. The
 * journal of lamp.anker is .lamp.anker.journal; it holds the whole document as text and is written
 * atomically after each edit, and is removed when the part is saved or its changes are given up.
 */
public final class Journal {
  private final Path file;

  private Journal(Path file) {
    this.file = file;
  }

  public static Journal of(Path partFile) {
    return new Journal(
        partFile.toAbsolutePath().resolveSibling("." + partFile.getFileName() + ".journal"));
  }

  public void record(PartDocument part) throws IOException {
    PartFile.writeAtomically(file, PartJson.write(part).getBytes(StandardCharsets.UTF_8));
  }

  public void clear() throws IOException {
    Files.deleteIfExists(file);
  }

  /** What was left unsaved, if anything that can be read. */
  public Optional<PartDocument> recover() throws IOException {
    if (!Files.exists(file)) {
      return Optional.empty();
    }
    return PartJson.read(Files.readString(file)) instanceof Read.Ok(PartDocument part)
        ? Optional.of(part)
        : Optional.empty();
  }
}
