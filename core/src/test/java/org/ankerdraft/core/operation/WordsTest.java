package org.ankerdraft.core.operation;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Numbers as they are said: never nothing where there is something. */
class WordsTest {
  @ParameterizedTest
  @CsvSource({
    "0,0",
    "123.456,123.5",
    "1,1",
    "1.04,1",
    "0.96,0.96",
    "0.0344,0.034",
    "0.00012345,0.00012",
    "-0.05,-0.05",
    "1e-12,0"
  })
  void aRoughNumber(double number, String said) {
    assertThat(Words.rough(number)).isEqualTo(said);
  }
}
