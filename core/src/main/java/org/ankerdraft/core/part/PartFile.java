package org.ankerdraft.core.part;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/**
 * A part file: a zip with part.json, imported files under files/, a thumbnail; or bare JSON.
 * Writing is atomic: the file is complete under another name before it takes the place of the old
 * one.
 */
public final class PartFile {
  public static final String EXTENSION = ".anker";
  private static final String PART = "part.json";
  private static final String FILES = "files/";
  private static final String CACHE = "cache/";
  private static final String THUMBNAIL = "thumbnail.png";
  private static final long SAME_TIME_ALWAYS = 0;

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
      byte[] bytes = Files.readAllBytes(file);
      return bytes.length > 1 && bytes[0] == 'P' && bytes[1] == 'K'
          ? unzip(bytes)
          : bare(bytes, Map.of(), Map.of());
    } catch (ZipException e) {
      return bad("the file is damaged: " + e.getMessage());
    } catch (IOException e) {
      return bad("the file cannot be read: " + e.getMessage());
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

  private static Opened unzip(byte[] bytes) throws IOException {
    byte[] json = null;
    Map<String, byte[]> files = new LinkedHashMap<>();
    Map<String, byte[]> cache = new LinkedHashMap<>();
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        if (entry.getName().equals(PART)) {
          json = zip.readAllBytes();
        } else if (entry.getName().startsWith(FILES)) {
          files.put(entry.getName().substring(FILES.length()), zip.readAllBytes());
        } else if (entry.getName().startsWith(CACHE)) {
          cache.put(entry.getName().substring(CACHE.length()), zip.readAllBytes());
        }
      }
    }
    return json == null
        ? bad("the file is damaged: it holds no " + PART)
        : bare(json, files, cache);
  }

  /**
   * Writes a part file, or bare JSON if the name ends in .json. The same part gives the same bytes.
   *
   * @param thumbnail a PNG, or null
   */
  public static void save(Path file, Content content, byte[] thumbnail) throws IOException {
    byte[] json = PartJson.write(content.part()).getBytes(StandardCharsets.UTF_8);
    writeAtomically(file, file.toString().endsWith(".json") ? json : zip(json, content, thumbnail));
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
    Path folder = file.toAbsolutePath().getParent();
    Files.createDirectories(folder);
    Path fresh =
        folder.resolve("." + file.getFileName() + "." + ProcessHandle.current().pid() + ".new");
    try {
      try (var channel =
          Files.newByteChannel(
              fresh,
              StandardOpenOption.WRITE,
              StandardOpenOption.CREATE,
              StandardOpenOption.TRUNCATE_EXISTING)) {
        var buffer = java.nio.ByteBuffer.wrap(bytes);
        while (buffer.hasRemaining()) {
          channel.write(buffer);
        }
        if (channel instanceof java.nio.channels.FileChannel f) {
          f.force(true);
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
