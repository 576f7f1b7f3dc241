package org.ankerdraft.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Parameters go out as a table, come back, and are read by Python's csv as they were. */
class ParameterCsvTest {
  @TempDir private Path folder;

  private static PartDocument part() {
    return Parts.document(
        "{'ankerdraft':1,'parameters':[{'name':'wall','value':'2.2 mm','note':'nominal, everywhere'},"
            + "{'name':'rib','value':'0.55*wall'},{'name':'n','value':'3','note':'\\\"three\\\"'}],'steps':[]}");
  }

  private static PartDocument read(String text) throws Exception {
    return ParameterCsv.read(text.getBytes(StandardCharsets.UTF_8), part());
  }

  private static List<String> values(PartDocument part) {
    return part.parameters().stream().map(p -> p.name() + "=" + p.value()).toList();
  }

  @Test
  void whatIsWrittenIsReadAsItWas() throws Exception {
    assertThat(ParameterCsv.read(ParameterCsv.write(part()), part()).parameters())
        .isEqualTo(part().parameters());
  }

  @Test
  void pythonReadsTheTable() throws Exception {
    Files.write(folder.resolve("p.csv"), ParameterCsv.write(part()));
    Files.writeString(
        folder.resolve("read.py"),
        "import csv\nfor r in csv.DictReader(open('p.csv', newline='')): print('|'.join([r['name'], r['value'], r['note']]))\n");
    assertThat(Programs.run(folder, List.of("/usr/bin/python3", "read.py")).lines())
        .containsExactly("wall|2.2 mm|nominal, everywhere", "rib|0.55*wall|", "n|3|\"three\"");
  }

  /** Known ones change, new ones come, notes stay where none is told; any order of columns. */
  @Test
  void aTableChangesWhatItTells() throws Exception {
    PartDocument changed =
        read("\uFEFFvalue,name\r\n3 mm,wall\r\n\r\n\"max(2 mm, 1 mm)\",new_one\r\n");
    assertThat(values(changed))
        .containsExactly("wall=3 mm", "rib=0.55*wall", "n=3", "new_one=max(2 mm, 1 mm)");
    assertThat(changed.parameters().getFirst().note()).isEqualTo("nominal, everywhere");
    assertThat(changed.parameters().stream().map(Parameter::name)).doesNotHaveDuplicates();
  }

  @ParameterizedTest
  @CsvSource({
    "'', must name the columns",
    "'name;value', must name the columns",
    "'name,value\n9lives,3', line 2",
    "'name,value\na,3\nb,2*(', line 3",
    "'name,value\na', line 2 has fewer columns",
    "'name,value\na,1\na,2', tells a twice",
    "'name,value\n\"a,1', this is no table"
  })
  void whatIsNoTableIsSaidWithItsLine(String text, String why) {
    assertThatThrownBy(() -> read(text))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining(why);
  }
}
