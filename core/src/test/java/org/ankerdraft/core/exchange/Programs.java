package org.ankerdraft.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;

/** Programs of others that read our files back. */
public final class Programs {
  private Programs() {}

  public static boolean has(String program) throws IOException, InterruptedException {
    return succeeds("command -v " + program);
  }

  public static boolean succeeds(String shell) throws IOException, InterruptedException {
    return new ProcessBuilder("sh", "-c", shell).redirectErrorStream(true).start().waitFor() == 0;
  }

  public static String run(Path folder, List<String> command)
      throws IOException, InterruptedException {
    Process p =
        new ProcessBuilder(command).directory(folder.toFile()).redirectErrorStream(true).start();
    String out = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(p.waitFor()).as(out).isZero();
    return out;
  }
}
