package org.ankerdraft.core.step;

import java.lang.reflect.Constructor;
import java.lang.reflect.RecordComponent;

/** Copies of records that differ in one component. */
public final class Changed {
  private Changed() {}

  /**
   * A copy with another value.
   *
   * @param component its name; one that the record does not have is a bug of the caller
   */
  public static <T> T with(T record, String component, Object value) {
    Class<?> type = record.getClass();
    RecordComponent[] components = type.getRecordComponents();
    if (components == null) {
      throw new IllegalArgumentException(type + " is no record");
    }
    Class<?>[] types = new Class<?>[components.length];
    Object[] values = new Object[components.length];
    boolean found = false;
    try {
      for (int i = 0; i < components.length; i++) {
        types[i] = components[i].getType();
        boolean isIt = components[i].getName().equals(component);
        values[i] = isIt ? value : components[i].getAccessor().invoke(record);
        found |= isIt;
      }
      if (!found) {
        throw new IllegalArgumentException(type + " has no component " + component);
      }
      Constructor<?> constructor = type.getDeclaredConstructor(types);
      @SuppressWarnings("unchecked")
      T copy = (T) constructor.newInstance(values);
      return copy;
    } catch (ReflectiveOperationException e) {
      throw new IllegalStateException("records of steps can always be copied", e);
    }
  }
}
