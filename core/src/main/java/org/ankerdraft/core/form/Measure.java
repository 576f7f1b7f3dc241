package org.ankerdraft.core.form;

/** What a number measures. */
public enum Measure {
  LENGTH("length"),
  ANGLE("angle"),
  NUMBER("number");

  final String words;

  Measure(String words) {
    this.words = words;
  }
}
