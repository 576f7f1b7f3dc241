package org.ankerdraft.core.step.facecopy;

import java.util.List;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * A surface that is a copy of faces, and follows them.
 *
 * @param faces that are copied
 * @param body whose they are; null for the only one
 * @param newBody name of the surface; null for the step's id
 */
public record FaceCopy(Head head, List<FaceChoice> faces, String body, String newBody)
    implements Step {
  public FaceCopy {
    faces = faces == null ? List.of() : List.copyOf(faces);
  }

  String made() {
    return newBody == null ? id() : newBody;
  }
}
