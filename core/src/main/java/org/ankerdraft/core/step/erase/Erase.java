package org.ankerdraft.core.step.erase;

import java.util.List;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Takes faces away; their neighbours go on until they meet.
 *
 * @param body which; null for the only one
 * @param faces to be taken away, such as the rounds or a hole of an imported body
 */
public record Erase(Head head, String body, List<FaceChoice> faces) implements Step {
  public Erase {
    faces = faces == null ? List.of() : List.copyOf(faces);
  }
}
