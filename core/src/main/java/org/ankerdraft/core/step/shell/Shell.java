package org.ankerdraft.core.step.shell;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/** Hollows a body to a wall. No open faces: closed and hollow. */
public record Shell(
    Head head,
    String body,
    Expr thickness,
    boolean outwards,
    List<FaceChoice> open,
    List<OwnThickness> own)
    implements Step {
  public Shell {
    open = open == null ? List.of() : List.copyOf(open);
    own = own == null ? List.of() : List.copyOf(own);
  }

  /** Faces with a wall thickness of their own. */
  public record OwnThickness(List<FaceChoice> faces, Expr thickness) {
    public OwnThickness {
      faces = faces == null ? List.of() : List.copyOf(faces);
    }
  }
}
