package org.ankerdraft.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.ankerdraft.core.Parts;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel.Imported;
import org.ankerdraft.kernel.Shape;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** STEP files that nobody here wrote: Debian package occt-misc. */
class ForeignStepTest {
  private static final Path FOLDER = Path.of("/usr/share/opencascade/data/step");

  @ParameterizedTest
  @ValueSource(strings = {"screw.step", "linkrods.step"})
  void everyFaceArrivesAndSurvivesBeingWritten(String name) throws Exception {
    assertThat(Files.exists(FOLDER.resolve(name))).as("occt-misc must be installed").isTrue();
    byte[] data = Files.readAllBytes(FOLDER.resolve(name));
    Imported read = Parts.KERNEL.readStep(data, Budget.ofSeconds(120)).orThrow();
    long written =
        new String(data, StandardCharsets.ISO_8859_1).split("ADVANCED_FACE", -1).length - 1L;
    long faces = read.shapes().stream().mapToLong(s -> s.topology().faces().size()).sum();
    // An assembly may place one solid several times, so there can be more faces than the file
    // lists, never fewer.
    assertThat(faces).isGreaterThanOrEqualTo(written);
    assertThat(read.warnings()).isEmpty();
    for (Shape s : read.shapes()) {
      assertThat(s.mass().volumeMm3()).isPositive();
      byte[] again =
          Parts.KERNEL.writeStep("again", Map.of("Body", s), Budget.ofSeconds(120)).orThrow();
      Shape back =
          Parts.KERNEL.readStep(again, Budget.ofSeconds(120)).orThrow().shapes().getFirst();
      assertThat(back.topology().faces()).hasSameSizeAs(s.topology().faces());
      assertThat(back.mass().volumeMm3())
          .isCloseTo(s.mass().volumeMm3(), within(s.mass().volumeMm3() * 1e-4));
    }
  }
}
