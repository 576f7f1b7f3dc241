package org.ankerdraft.core.operation;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.select.EdgeChoice;

/** Edges with one size: the radius of a round or the leg of a chamfer. */
public record EdgeSet(List<EdgeChoice> edges, Expr size) {
  public EdgeSet {
    edges = edges == null ? List.of() : List.copyOf(edges);
  }

  /**
   * How a set stands in a file.
   *
   * @param label of the size on the card
   * @param factor change of the size for one mm of its handle
   */
  public static RecordForm<EdgeSet> form(String name, String label, double factor) {
    Field<EdgeSet, Expr> size =
        Field.<EdgeSet, Expr>of("size", ExprForm.LENGTH, EdgeSet::size)
            .label(label)
            .required()
            .grip((s, scene) -> scene.onRadius("on", scene.value(), scene.index(), factor));
    Field<EdgeSet, List<EdgeChoice>> edges =
        Field.<EdgeSet, List<EdgeChoice>>of("edges", EdgeChoice.LIST, EdgeSet::edges)
            .label("Edges")
            .otherwise(List.of());
    return RecordForm.of(name, List.of(size, edges), v -> new EdgeSet(v.get(edges), v.get(size)));
  }
}
