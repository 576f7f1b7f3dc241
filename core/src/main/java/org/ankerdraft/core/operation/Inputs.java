package org.ankerdraft.core.operation;

import java.util.Comparator;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * What a step reads of the part. A builder is given this and nothing else, so that the key of its
 * result, made of the same list, cannot miss anything.
 */
public final class Inputs {

  /** One thing that is read. */
  public sealed interface Input {
    /** A resolved sketch, by the id of its step. */
    record Sketch(String id) implements Input {}

    /** A body by name; null for the only one there is. */
    record OfBody(String name) implements Input {}

    /** All bodies. */
    record EveryBody() implements Input {}

    /** Which names bodies have, not what they are. */
    record BodyNames() implements Input {}

    /** The pull of the part's process. */
    record Pull() implements Input {}

    /** The part's sheet process. */
    record Sheet() implements Input {}

    /** What an earlier step united with a body or took from it. */
    record ToolOf(String step) implements Input {}

    /** An imported file. */
    record OfFile(String name) implements Input {}
  }

  public static final Inputs NONE = new Inputs(Set.of());

  private final Set<Input> all;

  private Inputs(Set<Input> some) {
    all = new TreeSet<>(Comparator.comparing(Input::toString));
    all.addAll(some);
  }

  /** These and one more. */
  public Inputs and(Input one) {
    Inputs more = new Inputs(all);
    more.all.add(one);
    return more;
  }

  /** These and others. */
  public Inputs and(Inputs others) {
    Inputs more = new Inputs(all);
    more.all.addAll(others.all);
    return more;
  }

  public Inputs sketch(String id) {
    return and(new Input.Sketch(id));
  }

  /**
   * @param name null for the only body
   */
  public Inputs body(String name) {
    return and(new Input.OfBody(name));
  }

  public Inputs everyBody() {
    return and(new Input.EveryBody());
  }

  public Inputs bodyNames() {
    return and(new Input.BodyNames());
  }

  public Inputs pull() {
    return and(new Input.Pull());
  }

  public Inputs sheet() {
    return and(new Input.Sheet());
  }

  public Inputs file(String name) {
    return and(new Input.OfFile(name));
  }

  public boolean has(Input one) {
    return all.contains(one);
  }

  /** In an order that depends on nothing else. */
  public Stream<Input> stream() {
    return all.stream();
  }
}
