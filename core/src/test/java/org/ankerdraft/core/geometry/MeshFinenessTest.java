package org.ankerdraft.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** How fine meshes are, by size: close to a share of it, and steady while it changes little. */
class MeshFinenessTest {
  @ParameterizedTest
  @ValueSource(doubles = {1e-3, 0.7, 12.5, 150, 1e6})
  void theErrorFollowsTheSizeFromBelow(double size) {
    double error = MeshAccuracy.forSize(size).deflectionMm();
    assertThat(error).isBetween(4e-4 * size / Math.pow(2, 1.0 / 8), 4e-4 * size * (1 + 1e-12));
    assertThat(MeshAccuracy.coarse(size).deflectionMm()).isCloseTo(5 * error, within(1e-9 * error));
  }

  @Test
  void aTwentiethOfAllSmallChangesChangesIt() {
    Random random = new Random(7);
    int changes = 0;
    for (int i = 0; i < 2000; i++) {
      double size = Math.exp(random.nextDouble(0, 7));
      changes += MeshAccuracy.forSize(size).equals(MeshAccuracy.forSize(1.004 * size)) ? 0 : 1;
    }
    // Eight steps in each doubling: a change by a share of 0.004 passes one in 0.046 of all cases.
    assertThat(changes / 2000.0).isCloseTo(8 * Math.log(1.004) / Math.log(2), within(0.02));
  }

  @Test
  void finerIsFinerInBoth() {
    MeshAccuracy fine = MeshAccuracy.forSize(100).finer(4);
    assertThat(fine.deflectionMm()).isEqualTo(MeshAccuracy.forSize(100).deflectionMm() / 4);
    assertThat(fine.angleRad()).isEqualTo(Math.toRadians(15) / 4);
  }
}
