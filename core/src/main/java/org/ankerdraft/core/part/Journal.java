package org.ankerdraft.core.part;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.form.TextForm;

/**
 * Keeps the latest unsaved state of an open part, so that a crash loses nothing. The journal of
 * lamp.anker is .lamp.anker.journal beside it; that of a part that was never saved lies in a folder
 * of the user's. It holds the whole document as text, and is removed when the part is saved or its
 * changes are given up.
 */
public final class Journal {
  private static final String ENDING = ".journal";
  private static final String UNSAVED = "unsaved-";

  /** What was left unsaved. */
  public sealed interface Left {
    record Nothing() implements Left {}

    record Part(PartDocument part, Map<String, byte[]> files) implements Left {}

    /** A journal that cannot be read. It has been put aside under another name, and is not lost. */
    record Unreadable(Path kept, FormatError error) implements Left {}

    /** What is said of it to the user. */
    default String inWords() {
      return switch (this) {
        case Nothing() -> "";
        case Part(var part, var files) ->
            "unsaved changes of the last time are recovered; undo gives the saved part";
        case Unreadable(Path kept, FormatError error) ->
            "what was left unsaved cannot be read ("
                + error
                + "); it is kept as "
                + kept.getFileName();
      };
    }
  }

  private final Path file;

  private Journal(Path file) {
    this.file = file;
  }

  public static Journal of(Path partFile) {
    return new Journal(
        partFile.toAbsolutePath().resolveSibling("." + partFile.getFileName() + ENDING));
  }

  /** The journal of a part that has no file yet, in this run of the program. */
  public static Journal ofUnsaved(Path folder, int number) {
    return new Journal(
        folder.resolve(UNSAVED + ProcessHandle.current().pid() + "-" + number + ENDING));
  }

  /** Journals of never saved parts whose program has ended without removing them. */
  public static List<Journal> leftBehind(Path folder) throws IOException {
    List<Journal> out = new ArrayList<>();
    if (Files.isDirectory(folder)) {
      try (Stream<Path> all = Files.list(folder)) {
        for (Path p : all.sorted().toList()) {
          String name = p.getFileName().toString();
          if (name.matches(UNSAVED + "\\d+-\\d+\\" + ENDING) && !isAlive(name)) {
            out.add(new Journal(p));
          }
        }
      }
    }
    return out;
  }

  private static boolean isAlive(String name) {
    long pid =
        Long.parseLong(name.substring(UNSAVED.length(), name.indexOf('-', UNSAVED.length())));
    return ProcessHandle.of(pid).map(ProcessHandle::isAlive).orElse(false);
  }

  private Path filesFolder() {
    return file.resolveSibling(file.getFileName() + ".files");
  }

  /**
   * Keeps a state. When this returns the journal outlives the program; that it outlives the machine
   * too takes {@link #sync}.
   */
  public void record(PartDocument part) throws IOException {
    PartFile.replace(file, PartJson.write(part).getBytes(StandardCharsets.UTF_8), false);
  }

  /** Waits until what was recorded last lies on the disk. */
  public void sync() throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
      channel.force(true);
    } catch (NoSuchFileException e) {
      // It has been cleared meanwhile: nothing is left to lose.
      return;
    }
  }

  /** Keeps imported files that lie nowhere else yet. */
  public void keep(Map<String, byte[]> files) throws IOException {
    for (Map.Entry<String, byte[]> f : files.entrySet()) {
      PartFile.writeAtomically(filesFolder().resolve(f.getKey()), f.getValue());
    }
  }

  public void clear() throws IOException {
    Files.deleteIfExists(file);
    if (Files.isDirectory(filesFolder())) {
      try (Stream<Path> kept = Files.list(filesFolder())) {
        for (Path p : kept.toList()) {
          Files.delete(p);
        }
      }
      Files.delete(filesFolder());
    }
  }

  /** What was left unsaved, if anything. */
  public Left recover() throws IOException {
    if (!Files.exists(file)) {
      return new Left.Nothing();
    }
    String text = new String(PartFile.readBounded(file), StandardCharsets.UTF_8);
    return switch (PartJson.read(text)) {
      case Read.Ok(PartDocument part) -> new Left.Part(part, keptFiles());
      case Read.Bad(FormatError error) -> new Left.Unreadable(putAside(), error);
    };
  }

  private Map<String, byte[]> keptFiles() throws IOException {
    Map<String, byte[]> out = new TreeMap<>();
    if (Files.isDirectory(filesFolder())) {
      try (Stream<Path> kept = Files.list(filesFolder())) {
        for (Path p : kept.toList()) {
          if (TextForm.FILE.fault(p.getFileName().toString()).isEmpty()) {
            out.put(p.getFileName().toString(), PartFile.readBounded(p));
          }
        }
      }
    }
    return out;
  }

  /** Under the first free name. */
  private Path putAside() throws IOException {
    int n = 1;
    Path aside;
    do {
      aside = file.resolveSibling(file.getFileName() + ".unreadable" + n);
      n++;
    } while (Files.exists(aside));
    Files.move(file, aside, StandardCopyOption.ATOMIC_MOVE);
    return aside;
  }
}
