package org.ankerdraft.core.form;

/**
 * Why a file cannot be read as a part. {@code place} is a path such as steps[3].depth, or line and
 * column.
 */
public record FormatError(String place, String message) {
  @Override
  public String toString() {
    return place.isEmpty() ? message : message + " (at " + place + ")";
  }
}
