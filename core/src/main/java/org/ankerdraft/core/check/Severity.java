package org.ankerdraft.core.check;

import com.fasterxml.jackson.annotation.JsonProperty;

/** How grave a finding is, the gravest first. */
public enum Severity {
  @JsonProperty("stop")
  STOP,
  @JsonProperty("caution")
  CAUTION,
  @JsonProperty("note")
  NOTE;

  public String word() {
    return name().toLowerCase(java.util.Locale.ROOT);
  }
}
