package org.ankerdraft.core.sketch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.ObjectMapper;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.Place;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Axes as they stand in a file. */
class AxisRefTest {
  private static AxisRef read(String text) throws Exception {
    return AxisRef.FORM.read(new ObjectMapper().readTree(text), Place.ROOT);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{\"base\":\"X\"}",
        "{\"line\":\"axis\"}",
        "{\"line\":\"axis\",\"sketch\":\"s2\"}",
        "{\"face\":{\"choose\":\"face\",\"name\":\"rod/side:k\"},\"body\":\"Rod\"}"
      })
  void whatIsReadIsWrittenAsItWas(String text) throws Exception {
    assertThat(AxisRef.FORM.write(read(text)).toString()).isEqualTo(text);
  }

  @Test
  void withoutAnythingItStandsUpright() throws Exception {
    assertThat(read("{}")).isEqualTo(AxisRef.UPRIGHT);
    assertThat(AxisRef.UPRIGHT.inWords()).isEqualTo("about Z");
    assertThat(AxisRef.line("a").inWords()).isEqualTo("about line a");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{\"base\":\"X\",\"line\":\"a\"}",
        "{\"base\":\"W\"}",
        "{\"line\":\"a b\"}",
        "{\"line\":\"a\",\"face\":{\"choose\":\"face\",\"name\":\"r/side\"}}"
      })
  void whatIsNoAxisIsRefused(String text) {
    assertThatThrownBy(() -> read(text)).isInstanceOf(FormatException.class);
  }
}
