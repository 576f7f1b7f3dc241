package org.ankerdraft.core.select;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.util.Optional;
import org.ankerdraft.core.form.Place;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Choices as they stand in a file, and the words that the ledger and the cards have for them. */
class ChoiceWordsTest {
  private static final FaceWords WORDS = new FaceWords(Optional::of);

  private static final ObjectMapper MAPPER = new ObjectMapper();

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      quoteCharacter = '`',
      value = {
        "{'choose':'face','name':'e/side:r.left'} ~ wall of e",
        "{'choose':'face','name':'e/end#2'} ~ end face of e",
        "{'choose':'face','name':'o/on(e/end|e/side:k)'} ~ round of o",
        "{'choose':'face','name':'w/inner(e/start)'} ~ inner side of the start face of e",
        "{'choose':'faces of step','step':'e'} ~ faces of e",
        "{'choose':'faces of step','step':'e','role':'side'} ~ side faces of e",
        "{'choose':'facing','direction':[0,0,2]} ~ plane face looking up",
        "{'choose':'facing','direction':[0,0,-1],'every':true} ~ all plane faces looking down",
        "{'choose':'facing','direction':[-1,0,0]} ~ plane face looking left",
        "{'choose':'facing','direction':[0,1,0]} ~ plane face looking back",
        "{'choose':'facing','direction':[1,1,0]} ~ plane face looking along 1.0, 1.0, 0.0",
        "{'choose':'upright'} ~ upright faces",
        "{'choose':'upright','step':'e'} ~ upright faces of e",
        "{'choose':'nearest face','at':[1,2,'h']} ~ face nearest (1, 2, h)",
        "{'choose':'rounds'} ~ rounds",
        "{'choose':'rounds','upTo':'2 mm'} ~ rounds up to 2 mm",
        "{'choose':'short of draft','angle':'0.5 deg'} ~ faces with less draft than 0.5 deg",
        "{'choose':'all faces'} ~ all faces",
      })
  void faces(String json, String words) throws Exception {
    FaceChoice choice = FaceChoice.FORM.read(MAPPER.readTree(json.replace('\'', '"')), Place.ROOT);
    assertThat(WORDS.plain(null, ChoiceWords.face(choice))).isEqualTo(words);
    assertThat(FaceChoice.FORM.read(FaceChoice.FORM.write(choice), Place.ROOT)).isEqualTo(choice);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      quoteCharacter = '`',
      value = {
        "{'choose':'edge','name':'e/end|e/side:k'} ~ edge between the end face of e and the wall k of e",
        "{'choose':'edge','name':'e/end|o/on(e/end|e/side:k)'} ~ edge between the end face of e and the round of o",
        "{'choose':'tangent chain','from':{'choose':'sharp edges'}} ~ tangent chain of all sharp edges",
        "{'choose':'loop','face':{'choose':'face','name':'e/end'}} ~ loop of end face of e",
        "{'choose':'edges of face','face':{'choose':'face','name':'e/end'}} ~ edges of end face of e",
        "{'choose':'edges of step','step':'e'} ~ edges of e",
        "{'choose':'edges of step','step':'e','corner':'inside'} ~ inside corners of e",
        "{'choose':'sharp edges'} ~ all sharp edges",
        "{'choose':'parallel','direction':[0,-2,0]} ~ edges along y",
        "{'choose':'parallel','direction':[1,2,0]} ~ edges along 1.0, 2.0, 0.0",
        "{'choose':'inside corners'} ~ all inside corners",
        "{'choose':'outside corners'} ~ all outside corners",
        "{'choose':'parallel','direction':[0,0,1]} ~ upright edges",
        "{'choose':'parallel','direction':[1,0,0],'step':'e'} ~ edges along x of e",
        "{'choose':'nearest edge','at':[0,'2 mm',3]} ~ edge nearest (0, 2 mm, 3)",
      })
  void edges(String json, String words) throws Exception {
    EdgeChoice choice = EdgeChoice.FORM.read(MAPPER.readTree(json.replace('\'', '"')), Place.ROOT);
    assertThat(WORDS.plain(null, ChoiceWords.edge(choice))).isEqualTo(words);
    assertThat(EdgeChoice.FORM.read(EdgeChoice.FORM.write(choice), Place.ROOT)).isEqualTo(choice);
  }
}
