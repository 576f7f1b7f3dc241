package org.ankerdraft.core.form;

/** Where in a text something stands, such as steps[3].depth. */
public record Place(String path) {
  public static final Place ROOT = new Place("");

  public Place field(String id) {
    return new Place(path.isEmpty() ? id : path + "." + id);
  }

  public Place index(int i) {
    return new Place(path + "[" + i + "]");
  }
}
