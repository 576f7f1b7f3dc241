package org.ankerdraft.core.part;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.ankerdraft.core.check.RuleBook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TemplatesTest {
  @TempDir private Path folder;

  @Test
  void everyShippedTemplateHasARuleBookAndSheetOnesASheetProcess() throws Exception {
    for (PartDocument part : new Templates(folder).all()) {
      assertThat(RuleBook.forPart(part)).as(part.name()).isPresent();
      assertThat(part.process().sheet() != null)
          .as(part.name())
          .isEqualTo(part.name().startsWith("sheet"));
    }
    assertThat(new Templates(folder).all()).hasSizeGreaterThanOrEqualTo(7);
  }

  @Test
  void aPartIsKeptAsATemplateAndBrokenOnesArePassedOver() throws Exception {
    Templates templates = new Templates(folder.resolve("own"));
    int shipped = templates.all().size();
    templates.keep(PartDocument.empty("gasket/plate"));
    Files.writeString(folder.resolve("own/broken.json"), "{");
    assertThat(templates.all()).hasSize(shipped + 1);
    assertThat(templates.all().getLast().name()).isEqualTo("gasket/plate");
  }

  @Test
  void theDemoPartsShipWithTheApplication() throws Exception {
    assertThat(Templates.demos())
        .extracting(PartDocument::name)
        .containsExactly(
            "lamp-base",
            "battery-cradle",
            "lens-ring",
            "lantern-shade",
            "mast-bracket",
            "battery-tray",
            "gasket-plate");
    assertThat(Templates.demos()).allMatch(p -> "Ostmole Lanternworks".equals(p.owner()));
  }

  @Test
  void aPartFileGivesItsPictureBack() throws Exception {
    byte[] png = {1, 2, 3, 4};
    PartFile.Content content =
        new PartFile.Content(PartDocument.empty("seen"), java.util.Map.of(), java.util.Map.of());
    Path file = folder.resolve("seen.anker");
    PartFile.save(file, content, png);
    assertThat(PartFile.thumbnail(file)).hasValue(png);
    PartFile.save(file, content, null);
    assertThat(PartFile.thumbnail(file)).isEmpty();
    Files.writeString(file, "no zip at all");
    assertThat(PartFile.thumbnail(file)).isEmpty();
    assertThat(PartFile.thumbnail(folder.resolve("seen.json"))).isEmpty();
  }
}
