package org.ankerdraft.app.session;

/**
 * What is going on.
 *
 * @param share of it that is done, 0 to 1; negative when nothing is going on
 */
record Progress(String words, double share) {
  static final Progress NONE = new Progress("", -1);
}
