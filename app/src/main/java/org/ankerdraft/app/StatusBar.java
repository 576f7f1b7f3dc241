package org.ankerdraft.app;

import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.expression.LengthUnit;

/** What is under the pointer, what is being built, how long it took. */
final class StatusBar extends HBox {
  private final Session session;
  private final Label under = new Label();
  private final Label numbers = new Label();
  private final Label building = new Label();
  private final ProgressBar bar = new ProgressBar();
  private final Button cancel = new Button("Cancel");
  private final Button unit = new Button();

  StatusBar(Session session) {
    this.session = session;
    getStyleClass().add("status-bar");
    setAlignment(Pos.CENTER_LEFT);
    under.getStyleClass().add("status-under");
    under.setMinWidth(0);
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    bar.setPrefWidth(110);
    cancel.getStyleClass().add("link");
    cancel.setOnAction(e -> session.cancelBuild());
    unit.setId("unit");
    unit.getStyleClass().add("link");
    unit.setTooltip(new Tooltip("Show lengths in millimetres or inches"));
    unit.setOnAction(e -> toggleUnit());
    building.getStyleClass().add("second");
    building.setId("status");
    building.setMinWidth(Region.USE_PREF_SIZE);
    numbers.setMinWidth(Region.USE_PREF_SIZE);
    getChildren().addAll(under, numbers, gap, building, bar, cancel, unit);
    show();
  }

  void under(String thing, String measured) {
    under.setText(session.unit().said(thing));
    numbers.setText(session.unit().said(measured));
  }

  private void toggleUnit() {
    LengthUnit other = session.unit() == LengthUnit.MM ? LengthUnit.INCH : LengthUnit.MM;
    session.edit(session.document().withUnit(other));
  }

  void show() {
    unit.setText(session.unit().symbol());
    boolean busy = session.progressShare() >= 0;
    bar.setVisible(busy);
    bar.setManaged(busy);
    cancel.setVisible(busy);
    cancel.setManaged(busy);
    if (busy) {
      bar.setProgress(
          session.progressShare() >= 1
              ? ProgressBar.INDETERMINATE_PROGRESS
              : session.progressShare());
      building.setText(session.progress());
      return;
    }
    String built =
        session
            .state()
            .map(s ->
                String.format(
                    Locale.ROOT,
                    "built in %.2f s, %d %s redone",
                    s.ms() / 1000,
                    s.rebuilt(),
                    s.rebuilt() == 1 ? "step" : "steps"))
            .orElse("");
    building.setText(session.notice().isEmpty() ? built : session.unit().said(session.notice()));
  }
}
