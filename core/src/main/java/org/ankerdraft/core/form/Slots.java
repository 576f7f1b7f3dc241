package org.ankerdraft.core.form;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/** Lays the fields of a record out as the rows of a card. */
public final class Slots<S> {
  private final List<Slot<S>> out = new ArrayList<>();

  /** Whether the field that is being laid out is, or belongs to, one that is folded away. */
  private boolean folding;

  private Slots() {}

  /** The rows of a record, in the order of its fields. */
  public static <S> List<Slot<S>> of(RecordForm<S> form, S record) {
    return of(form, record, Function.identity());
  }

  /**
   * The rows of a record that is part of something.
   *
   * @param put the whole with another record in it
   */
  public static <R, S> List<Slot<S>> of(RecordForm<R> form, R record, Function<R, S> put) {
    Slots<S> slots = new Slots<>();
    slots.record("", "", form, record, put, 0);
    return List.copyOf(slots.out);
  }

  private <R> void record(
      String path, String parentLabel, RecordForm<R> form, R record, Function<R, S> put, int at) {
    for (Field<R, ?> f : form.fields()) {
      if (f.isShown(record)) {
        boolean before = folding;
        folding |= f.isFolded();
        field(path, parentLabel, form, f, record, put, at);
        folding = before;
      }
    }
  }

  private <R, T> void field(
      String path,
      String parentLabel,
      RecordForm<R> form,
      Field<R, T> f,
      R record,
      Function<R, S> put,
      int at) {
    String id = path + f.id();
    String label = f.label().isEmpty() ? parentLabel : f.label();
    T value = f.of(record);
    Function<T, S> with = v -> put.apply(with(form, f, record, v));
    if (f.form() instanceof ListForm<?> list && f.hasItems()) {
      items(id, list, f, record, value, with);
    } else if (f.form() instanceof RecordForm<T> inner && value != null) {
      record(id + ".", label, inner, value, with, at);
    } else if (f.form() instanceof TupleForm<T, ?> tuple) {
      mayCome(id, label, f, record, value, with);
      tuple(id, label, tuple, value, with);
    } else if (!(f.form() instanceof RecordForm<?>)) {
      out.add(
          new Slot.Value<>(
              id,
              label,
              f.form(),
              value,
              !f.isRequired() && f.chosen() == null,
              f.usual(record),
              with,
              scene -> f.gripping().grip(record, scene),
              at,
              folding,
              f.isSet(record)));
    }
  }

  /** A choice that stands already keeps what belongs to it. */
  private static <R, T> R with(RecordForm<R> form, Field<R, T> f, R record, T value) {
    if (f.chosen() == null) {
      return form.with(record, f, value);
    }
    return Objects.equals(f.of(record), value) ? record : f.chosen().apply(record, value);
  }

  /** What a record may have or not: a way to give it one, or to take it away. */
  @SuppressWarnings("unchecked") // what is added to a field is of its type
  private <R, T> void mayCome(
      String id, String label, Field<R, T> f, R record, T value, Function<T, S> with) {
    if (value != null && !f.addings().isEmpty()) {
      out.add(new Slot.Item<>(id, label, with.apply(null)));
    } else if (!f.addings().isEmpty()) {
      List<Slot.Adder<S>> adders =
          f.addings().stream()
              .map(a -> new Slot.Adder<>(a.label(), with.apply((T) a.item().apply(record))))
              .toList();
      out.add(new Slot.Adders<>(id, "", adders));
    }
  }

  private <P, T> void tuple(
      String id, String label, TupleForm<T, P> tuple, T value, Function<T, S> with) {
    if (value == null) {
      return;
    }
    List<P> parts = tuple.parts().apply(value);
    for (int i = 0; i < parts.size(); i++) {
      int n = i;
      String name = tuple.names().get(i);
      out.add(
          new Slot.Value<S, P>(
              id + "." + name,
              label.isEmpty() ? name : label + " " + name,
              tuple.part(),
              parts.get(i),
              false,
              "",
              v -> with.apply(tuple.with(value, n, v)),
              scene -> Optional.empty(),
              0,
              folding,
              true));
    }
  }

  @SuppressWarnings("unchecked") // a field of a list form holds a list of its items
  private <R, T, I> void items(
      String id, ListForm<I> list, Field<R, T> f, R record, T value, Function<T, S> with) {
    List<I> items = (List<I>) value;
    Function<List<I>, S> put = l -> with.apply((T) l);
    for (int i = 0; i < items.size(); i++) {
      int n = i;
      String title = f.itemTitle(items.get(i), i + 1);
      String itemId = id + "[" + i + "]";
      if (!title.isEmpty() || items.size() > 1) {
        out.add(
            new Slot.Item<>(
                itemId,
                title.isEmpty() ? list.words() + " " + (i + 1) : title,
                put.apply(without(items, i))));
      }
      item(itemId + ".", list.item(), items.get(i), v -> put.apply(replaced(items, n, v)), i);
    }
    if (!f.addings().isEmpty()) {
      out.add(
          new Slot.Adders<>(
              id,
              f.addings().size() > 1 ? "Add" : "",
              f.addings().stream()
                  .map(a ->
                      new Slot.Adder<>(
                          a.label(), put.apply(added(items, (I) a.item().apply(record)))))
                  .toList()));
    }
  }

  private <I> void item(String path, Form<I> form, I item, Function<I, S> put, int at) {
    switch (form) {
      case RecordForm<I> r -> record(path, "", r, item, put, at);
      case VariantForm<I> v -> v.open(item, opening(path, put, at));
      default -> throw new IllegalArgumentException("items of a card are records, not " + form);
    }
  }

  private <I> VariantForm.Opening<Void> opening(String path, Function<I, S> put, int at) {
    return new VariantForm.Opening<>() {
      @Override
      @SuppressWarnings("unchecked") // R is the item's own type
      public <R> Void on(RecordForm<R> form, R record) {
        record(path, "", form, record, changed -> put.apply((I) changed), at);
        return null;
      }
    };
  }

  /** A list with one entry replaced. */
  public static <T> List<T> replaced(List<T> list, int at, T value) {
    List<T> copy = new ArrayList<>(list);
    copy.set(at, value);
    return copy;
  }

  /** A list without one entry. */
  public static <T> List<T> without(List<T> list, int at) {
    List<T> copy = new ArrayList<>(list);
    copy.remove(at);
    return copy;
  }

  /** A list with one entry more. */
  public static <T> List<T> added(List<T> list, T value) {
    List<T> copy = new ArrayList<>(list);
    copy.add(value);
    return copy;
  }
}
