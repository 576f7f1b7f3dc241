package org.ankerdraft.core.form;

import java.util.IdentityHashMap;

/** The values of a record's fields while it is put together. */
public final class Values {
  private final IdentityHashMap<Field<?, ?>, Object> byField = new IdentityHashMap<>();

  /** The value of a field; the field's own default, or null, where none was given. */
  @SuppressWarnings("unchecked") // put() lets only values of the field's type in
  public <T> T get(Field<?, T> field) {
    Object value = byField.get(field);
    return value == null ? field.otherwise() : (T) value;
  }

  /** Whether a flag is given and true. */
  public boolean is(Field<?, Boolean> field) {
    return Boolean.TRUE.equals(get(field));
  }

  <T> void put(Field<?, T> field, T value) {
    byField.put(field, value);
  }
}
