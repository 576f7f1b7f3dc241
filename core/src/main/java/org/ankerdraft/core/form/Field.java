package org.ankerdraft.core.form;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * A component of a record: its id in the file, its form, and how the step card shows it. Immutable;
 * fields are constants and are told apart by identity.
 *
 * @param <R> the record
 * @param <T> the type of the component; null stands for none
 */
public final class Field<R, T> {
  /** Where a number's handle stands. */
  @FunctionalInterface
  public interface Gripping<R> {
    Optional<Grip> grip(R record, GripScene scene);
  }

  /** A kind of item that can be added to a list, with its words on the card's button. */
  public record Adding<R>(String label, Function<R, ?> item) {}

  private final String id;
  private final Form<T> form;
  private final Function<? super R, T> get;
  private boolean inline;
  private boolean virtual;
  private boolean required;
  private boolean folded;
  private T otherwise;
  private String about = "";
  private String label;
  private Function<R, String> usual = r -> "";
  private Predicate<R> shown = r -> true;
  private Gripping<R> gripping = (r, s) -> Optional.empty();
  private BiFunction<R, T, R> chosen;
  private List<Adding<R>> addings = List.of();
  private BiFunction<Object, Integer, String> itemTitle;

  private Field(String id, Form<T> form, Function<? super R, T> get) {
    this.id = id;
    this.form = form;
    this.get = get;
  }

  public static <R, T> Field<R, T> of(String id, Form<T> form, Function<? super R, T> get) {
    return new Field<>(id, form, get);
  }

  /** A record whose fields stand among those of the record that holds it. */
  static <R, T> Field<R, T> inline(RecordForm<T> form, Function<? super R, T> get) {
    Field<R, T> f = new Field<>(form.words(), form, get);
    f.inline = true;
    return f;
  }

  /**
   * A choice that the card offers but the file does not hold, since it follows from other fields.
   *
   * @param get what is chosen in a record; null for the usual
   * @param choose the record after another choice
   */
  public static <R, T> Field<R, T> offered(
      String id, Form<T> form, Function<? super R, T> get, BiFunction<R, T, R> choose) {
    Field<R, T> f = new Field<>(id, form, get);
    f.virtual = true;
    f.chosen = choose;
    return f;
  }

  private Field<R, T> copy() {
    Field<R, T> f = new Field<>(id, form, get);
    f.inline = inline;
    f.virtual = virtual;
    f.required = required;
    f.folded = folded;
    f.otherwise = otherwise;
    f.about = about;
    f.label = label;
    f.usual = usual;
    f.shown = shown;
    f.gripping = gripping;
    f.chosen = chosen;
    f.addings = addings;
    f.itemTitle = itemTitle;
    return f;
  }

  /** A text without it is refused. */
  public Field<R, T> required() {
    Field<R, T> f = copy();
    f.required = true;
    return f;
  }

  /** Seldom needed: the card folds it away, with all that belongs to it. */
  public Field<R, T> folded() {
    Field<R, T> f = copy();
    f.folded = true;
    return f;
  }

  /** The value of a text without it; a field of this value is not written. */
  public Field<R, T> otherwise(T value) {
    Field<R, T> f = copy();
    f.otherwise = value;
    return f;
  }

  /** What it means, for the documentation. */
  public Field<R, T> about(String text) {
    Field<R, T> f = copy();
    f.about = text;
    return f;
  }

  /** Its words on the card; a field without is not shown there. */
  public Field<R, T> label(String text) {
    Field<R, T> f = copy();
    f.label = text;
    return f;
  }

  /** What an empty field comes to, in words. */
  public Field<R, T> usual(String text) {
    return usual(r -> text);
  }

  public Field<R, T> usual(Function<R, String> text) {
    Field<R, T> f = copy();
    f.usual = text;
    return f;
  }

  /** Shown on the card only for some records. */
  public Field<R, T> shownIf(Predicate<R> test) {
    Field<R, T> f = copy();
    f.shown = test;
    return f;
  }

  /** Where its handle stands. */
  public Field<R, T> grip(Gripping<R> where) {
    Field<R, T> f = copy();
    f.gripping = where;
    return f;
  }

  /** What else changes with it when it is changed on the card. */
  public Field<R, T> chosen(BiFunction<R, T, R> change) {
    Field<R, T> f = copy();
    f.chosen = change;
    return f;
  }

  /** What can be added to the list, or takes the place of nothing. */
  public Field<R, T> adding(List<Adding<R>> items) {
    Field<R, T> f = copy();
    f.addings = List.copyOf(items);
    return f;
  }

  public Field<R, T> adding(String words, Function<R, ?> item) {
    return adding(List.of(new Adding<>(words, item)));
  }

  /** Words over each item of the list, from the item and its place from 1. */
  public Field<R, T> itemTitle(BiFunction<Object, Integer, String> title) {
    Field<R, T> f = copy();
    f.itemTitle = title;
    return f;
  }

  public String id() {
    return id;
  }

  public Form<T> form() {
    return form;
  }

  /** The value in a record; null for none. */
  public T of(R record) {
    return get.apply(record);
  }

  boolean isInline() {
    return inline;
  }

  /** Whether it stands in the file. */
  public boolean isWritten() {
    return !virtual;
  }

  boolean hasItems() {
    return itemTitle != null;
  }

  public boolean isRequired() {
    return required;
  }

  boolean isFolded() {
    return folded;
  }

  /** Whether a record has another value than the usual. */
  boolean isSet(R record) {
    T value = of(record);
    boolean isEmpty = value instanceof Collection<?> list && list.isEmpty();
    boolean isOff = Boolean.FALSE.equals(value) && otherwise == null;
    return value != null && !isEmpty && !isOff && !value.equals(otherwise);
  }

  /** Null if there is none. */
  public T otherwise() {
    return otherwise;
  }

  public String about() {
    return about;
  }

  /** Null if it is not shown on the card. */
  String label() {
    return label;
  }

  String usual(R record) {
    return usual.apply(record);
  }

  boolean isShown(R record) {
    return label != null && shown.test(record);
  }

  Gripping<R> gripping() {
    return gripping;
  }

  BiFunction<R, T, R> chosen() {
    return chosen;
  }

  List<Adding<R>> addings() {
    return addings;
  }

  String itemTitle(Object item, int number) {
    return itemTitle == null ? null : itemTitle.apply(item, number);
  }

  @Override
  public String toString() {
    return id;
  }
}
