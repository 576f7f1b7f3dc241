package org.ankerdraft.core.part;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.form.TextForm;

/**
 * A part file: a zip with part.json, imported files under files/, a thumbnail; or bare JSON.
 * Writing is atomic: the file is complete under another name before it takes the place of the old
 * one. Of an archive that is damaged all is read that can be: a part whose part.json is whole
 * opens.
 */
public final class PartFile {
  public static final String EXTENSION = ".anker";
  private static final String PART = "part.json";
  private static final String FILES = "files/";
  private static final String CACHE = "cache/";
  private static final String THUMBNAIL = "thumbnail.png";
  private static final long SAME_TIME_ALWAYS = 0;

  /** The largest imported file, and the most that all of them, and the cache, come to; bytes. */
  public static final long LARGEST_FILE = 128L << 20;

  private static final long LARGEST_TOTAL = 256L << 20;

  /**
   * What a file held.
   *
   * @param files imported files by name
   * @param cache results of steps; never needed, only faster
   */
  public record Content(PartDocument part, Map<String, byte[]> files, Map<String, byte[]> cache) {
    public Content(PartDocument part, Map<String, byte[]> files) {
      this(part, files, Map.of());
    }
  }

  /** A file read, or why not. */
  public sealed interface Opened {
    record Ok(Content content) implements Opened {}

    record Bad(FormatError error) implements Opened {}
  }

  private PartFile() {}

  /** Reads a part file or bare JSON; which of the two is told by its first bytes. */
  public static Opened open(Path file) {
    try {
      return isZip(file) ? unzip(file) : bare(readBounded(file), Map.of(), Map.of());
    } catch (ZipException e) {
      return bad("the file is damaged: " + e.getMessage());
    } catch (IOException e) {
      return bad("the file cannot be read: " + e.getMessage());
    }
  }

  /** The bytes of a file that is not too large to be read whole. */
  static byte[] readBounded(Path file) throws IOException {
    if (Files.size(file) > LARGEST_FILE) {
      throw new IOException("it is larger than " + (LARGEST_FILE >> 20) + " MB");
    }
    return Files.readAllBytes(file);
  }

  private static boolean isZip(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      byte[] head = in.readNBytes(2);
      return head.length == 2 && head[0] == 'P' && head[1] == 'K';
    }
  }

  private static Opened bad(String message) {
    return new Opened.Bad(new FormatError("", message));
  }

  private static Opened bare(byte[] json, Map<String, byte[]> files, Map<String, byte[]> cache) {
    return switch (PartJson.read(new String(json, StandardCharsets.UTF_8))) {
      case Read.Ok(PartDocument part) -> new Opened.Ok(new Content(part, files, cache));
      case Read.Bad(FormatError error) -> new Opened.Bad(error);
    };
  }

  /** What has been taken out of an archive so far. */
  private static final class Taken {
    private byte[] json;
    private final Map<String, byte[]> files = new LinkedHashMap<>();
    private final Map<String, byte[]> cache = new LinkedHashMap<>();
    private long total;
    private boolean cacheIsTooLarge;

    void take(String name, InputStream in) throws IOException {
      if (name.equals(PART)) {
        json = bounded(in, PartJson.LONGEST, name);
      } else if (name.startsWith(FILES)) {
        String bare = name.substring(FILES.length());
        if (TextForm.FILE.fault(bare).isPresent()) {
          throw new IOException("it holds a file with the name " + bare);
        }
        files.put(bare, bounded(in, LARGEST_FILE, name));
      } else if (name.matches(CACHE + "[0-9a-z.]+") && !cacheIsTooLarge) {
        try {
          cache.put(name.substring(CACHE.length()), bounded(in, LARGEST_FILE, name));
        } catch (TooLarge e) {
          // The cache only saves time; without it the part is built.
          cacheIsTooLarge = true;
          cache.clear();
        }
      }
    }

    private byte[] bounded(InputStream in, long most, String name) throws IOException {
      byte[] bytes = in.readNBytes((int) Math.min(most, LARGEST_TOTAL - total) + 1);
      total += bytes.length;
      if (bytes.length > most || total > LARGEST_TOTAL) {
        throw new TooLarge(name + " is larger than a part file may be");
      }
      return bytes;
    }

    Opened opened() {
      return json == null
          ? bad("the file is damaged: it holds no " + PART)
          : bare(json, files, cacheIsTooLarge ? Map.of() : cache);
    }
  }

  private static final class TooLarge extends IOException {
    private static final long serialVersionUID = 1L;

    TooLarge(String message) {
      super(message);
    }
  }

  private static Opened unzip(Path file) throws IOException {
    Taken taken = new Taken();
    try (ZipFile zip = new ZipFile(file.toFile())) {
      for (ZipEntry entry : zip.stream().toList()) {
        if (!entry.getName().startsWith(CACHE)) {
          try (InputStream in = zip.getInputStream(entry)) {
            takeOrLeave(taken, entry.getName(), in);
          }
        }
      }
      for (ZipEntry entry : zip.stream().filter(e -> e.getName().startsWith(CACHE)).toList()) {
        try (InputStream in = zip.getInputStream(entry)) {
          takeOrLeave(taken, entry.getName(), in);
        }
      }
    } catch (ZipException e) {
      return unzipInOrder(file);
    }
    return taken.opened();
  }

  /** The part itself must be whole; of all else a damaged entry is left out. */
  private static void takeOrLeave(Taken taken, String name, InputStream in) throws IOException {
    try {
      taken.take(name, in);
    } catch (ZipException | java.io.EOFException e) {
      if (name.equals(PART)) {
        throw new ZipException(PART + " in it: " + e.getMessage());
      }
    }
  }

  /** An archive whose list of contents is damaged: its entries one after the other. */
  private static Opened unzipInOrder(Path file) throws IOException {
    Taken taken = new Taken();
    try (ZipInputStream zip = new ZipInputStream(Files.newInputStream(file))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        taken.take(entry.getName(), zip);
      }
    } catch (ZipException | java.io.EOFException | IllegalArgumentException e) {
      if (taken.json == null) {
        return bad("the file is damaged: " + e.getMessage());
      }
    }
    return taken.opened();
  }

  /**
   * Writes a part file, or bare JSON with its imported files beside it if the name ends in .json.
   * The same part gives the same bytes.
   *
   * @param thumbnail a PNG, or null
   */
  public static void save(Path file, Content content, byte[] thumbnail) throws IOException {
    byte[] json = PartJson.write(content.part()).getBytes(StandardCharsets.UTF_8);
    if (!file.toString().endsWith(".json")) {
      writeAtomically(file, zip(json, content, thumbnail));
      return;
    }
    for (Map.Entry<String, byte[]> imported : content.files().entrySet()) {
      Path beside = file.toAbsolutePath().resolveSibling(imported.getKey());
      if (!Files.exists(beside)) {
        writeAtomically(beside, imported.getValue());
      }
    }
    writeAtomically(file, json);
  }

  /** The picture kept in a part file, a PNG; empty if there is none, or the file is not one. */
  public static Optional<byte[]> thumbnail(Path file) throws IOException {
    if (!file.toString().endsWith(EXTENSION)) {
      return Optional.empty();
    }
    try (ZipFile zip = new ZipFile(file.toFile())) {
      ZipEntry entry = zip.getEntry(THUMBNAIL);
      if (entry == null) {
        return Optional.empty();
      }
      try (InputStream in = zip.getInputStream(entry)) {
        return Optional.of(in.readAllBytes());
      }
    } catch (ZipException e) {
      return Optional.empty();
    }
  }

  private static byte[] zip(byte[] json, Content content, byte[] thumbnail) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      put(zip, PART, json);
      putAll(zip, FILES, content.files());
      putAll(zip, CACHE, content.cache());
      if (thumbnail != null) {
        put(zip, THUMBNAIL, thumbnail);
      }
    }
    return out.toByteArray();
  }

  private static void putAll(ZipOutputStream zip, String folder, Map<String, byte[]> entries)
      throws IOException {
    for (Map.Entry<String, byte[]> entry : new TreeMap<>(entries).entrySet()) {
      put(zip, folder + entry.getKey(), entry.getValue());
    }
  }

  private static void put(ZipOutputStream zip, String name, byte[] data) throws IOException {
    ZipEntry entry = new ZipEntry(name);
    entry.setTime(SAME_TIME_ALWAYS);
    zip.putNextEntry(entry);
    zip.write(data);
    zip.closeEntry();
  }

  /**
   * Puts bytes under a name so that at every moment either the old or the new content is there,
   * whole.
   */
  public static void writeAtomically(Path file, byte[] bytes) throws IOException {
    replace(file, bytes, true);
  }

  /**
   * @param force whether to wait until the bytes lie on the disk
   */
  static void replace(Path file, byte[] bytes, boolean force) throws IOException {
    Path folder = file.toAbsolutePath().getParent();
    Files.createDirectories(folder);
    Path fresh =
        folder.resolve("." + file.getFileName() + "." + ProcessHandle.current().pid() + ".new");
    try {
      try (FileChannel channel =
          FileChannel.open(
              fresh,
              StandardOpenOption.WRITE,
              StandardOpenOption.CREATE,
              StandardOpenOption.TRUNCATE_EXISTING)) {
        ByteBuffer buffer = ByteBuffer.wrap(bytes);
        while (buffer.hasRemaining()) {
          channel.write(buffer);
        }
        if (force) {
          channel.force(true);
        }
      }
      try {
        Files.move(
            fresh, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
      } catch (AtomicMoveNotSupportedException e) {
        Files.move(fresh, file, StandardCopyOption.REPLACE_EXISTING);
      }
    } finally {
      Files.deleteIfExists(fresh);
    }
  }
}
