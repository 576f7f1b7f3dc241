package org.ankerdraft.core.part;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The examples of docs/part-format.md are built, and agree with the schema; so does the demo. */
public class DocumentationTest {

  private static Path home() {
    Path at = Path.of("").toAbsolutePath();
    while (!Files.isDirectory(at.resolve("demo"))) {
      at = at.getParent();
    }
    return at;
  }

  public static Stream<String> examples() throws Exception {
    List<String> found = new ArrayList<>();
    Matcher m =
        Pattern.compile("```json\\n(.*?)```", Pattern.DOTALL)
            .matcher(Files.readString(home().resolve("docs/part-format.md")));
    while (m.find()) {
      found.add(m.group(1));
    }
    for (String demo :
        List.of(
            "lamp-base",
            "battery-cradle",
            "lens-ring",
            "lantern-shade",
            "mast-bracket",
            "battery-tray",
            "gasket-plate")) {
      found.add(Files.readString(home().resolve("demo/" + demo + ".json")));
    }
    return found.stream();
  }

  private static JsonSchema schema() throws Exception {
    return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
        .getSchema(Files.readString(home().resolve("docs/part.schema.json")));
  }

  /** Both come from the forms; ANKERDRAFT_WRITE_DOCS=1 writes them anew. */
  @Test
  void schemaAndTablesAreThoseOfTheForms() throws Exception {
    Path schema = home().resolve("docs/part.schema.json");
    Path format = home().resolve("docs/part-format.md");
    String tables = FormatTables.into(Files.readString(format));
    if (System.getenv("ANKERDRAFT_WRITE_DOCS") != null) {
      Files.writeString(schema, PartJson.schema());
      Files.writeString(format, tables);
    }
    assertThat(Files.readString(schema)).isEqualTo(PartJson.schema());
    assertThat(Files.readString(format)).isEqualTo(tables);
  }

  @ParameterizedTest
  @MethodSource("examples")
  void everyExampleBuildsAndAgreesWithTheSchema(String text) throws Exception {
    assertThat(schema().validate(new ObjectMapper().readTree(text))).isEmpty();
    Read read = PartJson.read(text);
    assertThat(read).isInstanceOf(Read.Ok.class);
    var state = Parts.build(((Read.Ok) read).part());
    assertThat(state.steps()).allMatch(s -> s.message().isEmpty());
    // What we write ourselves agrees with the schema too.
    assertThat(
            schema().validate(new ObjectMapper().readTree(PartJson.write(((Read.Ok) read).part()))))
        .isEmpty();
  }

  @Test
  void theSchemaRefusesWhatTheReaderRefuses() throws Exception {
    String wrong = "{\"ankerdraft\":1,\"steps\":[{\"kind\":\"weld\",\"id\":\"a\"}]}";
    assertThat(schema().validate(new ObjectMapper().readTree(wrong))).isNotEmpty();
    assertThat(PartJson.read(wrong)).isInstanceOf(Read.Bad.class);
  }
}
