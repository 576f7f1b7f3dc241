package org.ankerdraft.app.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.ankerdraft.core.part.Journal;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/**
 * The program is ended in the middle of its edits and saves: no edit that it called made is lost.
 */
class KillTest {
  private static final int KILLS = 15;

  @TempDir private Path folder;

  private Process start(Path file) throws Exception {
    String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
    return new ProcessBuilder(
            List.of(
                java,
                "-Xmx200m",
                "-XX:+UseSerialGC",
                "-XX:TieredStopAtLevel=1",
                "-Djdk.virtualThreadScheduler.parallelism=1",
                "-Djdk.virtualThreadScheduler.maxPoolSize=1",
                "--enable-native-access=ALL-UNNAMED",
                "--sun-misc-unsafe-memory-access=allow",
                "-cp",
                System.getProperty("java.class.path"),
                Killable.class.getName(),
                file.toString(),
                folder.resolve("journals").toString()))
        .redirectError(ProcessBuilder.Redirect.DISCARD)
        .start();
  }

  // Many programs are started: on a slow machine that takes longer than other tests may.
  @Timeout(900)
  @Test
  void noEditThatWasMadeIsLost() throws Exception {
    Random random = new Random(11);
    for (int kill = 0; kill < KILLS; kill++) {
      Path file = folder.resolve("part" + kill + ".json");
      Files.writeString(file, "{\"ankerdraft\":1,\"name\":\"k\"}");
      Process process = start(file);
      long last = lastEditBefore(process, 1 + random.nextInt(40));
      assertThat(last).isPositive();
      assertThat(editsOf(file)).isGreaterThanOrEqualTo(last);
    }
  }

  /** What the next start finds: what was left unsaved, else what was saved last. */
  private static long editsOf(Path file) throws Exception {
    PartDocument part =
        switch (Journal.of(file).recover()) {
          case Journal.Left.Part(PartDocument unsaved, var files) -> unsaved;
          case Journal.Left.Nothing() -> ((Read.Ok) PartJson.read(Files.readString(file))).part();
          case Journal.Left.Unreadable(Path kept, var error) -> throw new AssertionError(error);
        };
    return Long.parseLong(part.parameters().getFirst().value().text());
  }

  /** Ends the program after some edits; the number of the last one that it said was made. */
  private static long lastEditBefore(Process process, int until) throws Exception {
    long last = 0;
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
      while (last < until) {
        String line = lines.readLine();
        assertThat(line).as("the program ended by itself").isNotNull();
        last = line.matches("\\d+") ? Long.parseLong(line) : last;
      }
    } finally {
      process.destroyForcibly();
      process.waitFor(10, TimeUnit.SECONDS);
    }
    return last;
  }
}
