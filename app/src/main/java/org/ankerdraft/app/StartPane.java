package org.ankerdraft.app;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;

/** What the view of an empty part offers: templates, the demo parts, files opened last. */
final class StartPane extends ScrollPane {
  private static final double PICTURE_WIDTH = 100;
  private static final double PICTURE_HEIGHT = 65;
  private static final int TILES = 4;
  private static final double TILE_WIDTH = PICTURE_WIDTH + 24;

  /** Room for the column's margins, and for a scroll bar where not everything fits. */
  private static final double BESIDE_TILES = 62;

  private final FileActions files;
  private final VBox column = new VBox();

  StartPane(FileActions files) {
    this.files = files;
    getStyleClass().add("start-pane");
    column.getStyleClass().add("start-column");
    setContent(column);
    setFitToWidth(true);
    setPrefViewportWidth(TILES * TILE_WIDTH + BESIDE_TILES);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setPickOnBounds(false);
  }

  /** Comes into sight, with the files as they are now, or goes. */
  void show(boolean wanted) {
    if (wanted && !isVisible()) {
      fill();
    }
    setVisible(wanted);
    setManaged(wanted);
  }

  void fill() {
    column.getChildren().clear();
    Label title = new Label("Begin a part");
    title.getStyleClass().add("card-title");
    Label hint = new Label("by drawing (keys S D), with a template or a file");
    hint.getStyleClass().add("second");
    column.getChildren().addAll(title, hint);
    FlowPane templates = tiles("Templates");
    for (PartDocument t : files.templates()) {
      boolean isSheet = t.process().sheet() != null;
      templates
          .getChildren()
          .add(
              tile(
                  "template-" + t.name(),
                  InWords.capital(t.name()),
                  shipped(isSheet ? "sheet" : "moulded"),
                  () -> files.startFrom(t)));
    }
    FlowPane demos = tiles("Demo parts");
    for (PartDocument d : files.demos()) {
      demos
          .getChildren()
          .add(
              tile(
                  "demo-" + d.name(),
                  InWords.capital(d.name().replace('-', ' ')),
                  shipped(d.name()),
                  () -> files.startFrom(d)));
    }
    List<Path> recent = files.recentOthers();
    if (!recent.isEmpty()) {
      FlowPane opened = tiles("Opened last");
      for (Path p : recent) {
        opened
            .getChildren()
            .add(
                tile(
                    "recent-" + p.getFileName(),
                    p.getFileName().toString(),
                    thumbnail(p),
                    () -> files.openInstead(p)));
      }
    }
    Button open = new Button("Open a file …    Ctrl O");
    open.getStyleClass().add("link");
    open.setOnAction(e -> files.chooseAndOpen());
    column.getChildren().add(open);
  }

  private FlowPane tiles(String heading) {
    Label l = new Label(heading);
    l.getStyleClass().add("field-heading");
    FlowPane tiles = new FlowPane(8, 8);
    tiles.setPrefWrapLength(TILES * TILE_WIDTH);
    column.getChildren().addAll(l, tiles);
    return tiles;
  }

  private static Node tile(String id, String text, Optional<Image> picture, Runnable action) {
    ImageView view = new ImageView();
    view.setFitWidth(PICTURE_WIDTH);
    view.setFitHeight(PICTURE_HEIGHT);
    view.setPreserveRatio(true);
    picture.ifPresent(view::setImage);
    Button tile = new Button(text, view);
    tile.setId(id.replaceAll("[^A-Za-z0-9-]+", "-"));
    tile.setContentDisplay(ContentDisplay.TOP);
    tile.getStyleClass().add("tile");
    tile.setPrefWidth(PICTURE_WIDTH + 18);
    tile.setOnAction(e -> action.run());
    return tile;
  }

  private static Optional<Image> shipped(String name) {
    InputStream in = StartPane.class.getResourceAsStream("start/" + name + ".png");
    return Optional.ofNullable(in).map(Image::new);
  }

  /** A file that cannot be read has no picture; opening it tells why. */
  private static Optional<Image> thumbnail(Path file) {
    try {
      return PartFile.thumbnail(file)
          .map(png ->
              new Image(
                  new ByteArrayInputStream(png),
                  2 * PICTURE_WIDTH,
                  2 * PICTURE_HEIGHT,
                  true,
                  true));
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
