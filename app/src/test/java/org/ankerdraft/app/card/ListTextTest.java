package org.ankerdraft.app.card;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.sketch.Point2;
import org.junit.jupiter.api.Test;

/** Lists that are typed on one line come back as they were. */
class ListTextTest {
  private final ListText<String> names = new ListText<>(ListForm.of(TextForm.ID, "name"));
  private final ListText<Point2> points = new ListText<>(ListForm.of(Point2.FORM, "point"));

  @Test
  void names() throws Exception {
    assertThat(names.shown(List.of("lid", "base"))).isEqualTo("lid, base");
    assertThat(names.read(" lid ,base, ")).containsExactly("lid", "base");
    assertThatThrownBy(() -> names.read("a b/c")).isInstanceOf(FormatException.class);
  }

  @Test
  void points() throws Exception {
    List<Point2> list = List.of(Point2.ORIGIN, new Point2(new Expr("2*w"), new Expr("-1.5 mm")));
    assertThat(points.shown(list)).isEqualTo("0 mm, 0 mm; 2*w, -1.5 mm");
    assertThat(points.read(points.shown(list))).isEqualTo(list);
    assertThatThrownBy(() -> points.read("1; 2, 3")).isInstanceOf(FormatException.class);
  }
}
