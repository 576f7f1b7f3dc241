package org.ankerdraft.core;

import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import java.util.stream.Stream;

/**
 * How many cases a seeded test takes: few in every run, so that the run stays short, and many when
 * they are searched through by command, from a seed that the command names. A case that fails is
 * found again by its seed.
 */
public final class Seeds {
  private static final String FIRST = System.getenv("ANKERDRAFT_SEARCH");

  private Seeds() {}

  public static boolean isSearch() {
    return FIRST != null;
  }

  /**
   * Seeds one after the other, from 1 in every run.
   *
   * @param usual how many in every run
   * @param searched how many in a search
   */
  public static LongStream of(int usual, int searched) {
    return LongStream.range(first(), first() + count(usual, searched));
  }

  /** As {@link #of}, but far apart: neighbouring seeds begin with nearly the same number. */
  public static LongStream apart(int usual, int searched) {
    return new Random(first()).longs(count(usual, searched), 0, 1_000_000);
  }

  /** How often something is done that takes no seed. */
  public static int count(int usual, int searched) {
    return isSearch() ? searched : usual;
  }

  /**
   * Cases that are not drawn: in every run the first ones, in a search all.
   *
   * @param usual how many in every run
   */
  public static <T> Stream<T> some(int usual, List<T> all) {
    return all.stream().limit(count(usual, all.size()));
  }

  private static long first() {
    return isSearch() ? Long.parseLong(FIRST) : 1;
  }
}
