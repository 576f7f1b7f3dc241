package org.ankerdraft.core.operation;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.Function;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/** Tables of the trade that are shipped as CSV, with their sources in comments at the head. */
public final class TradeTable {
  private TradeTable() {}

  /**
   * The rows of a table.
   *
   * @param beside class in whose package the file lies
   * @throws UncheckedIOException if it is not there, which is a bug
   */
  public static <T> List<T> rows(Class<?> beside, String file, Function<CSVRecord, T> row) {
    CSVFormat format =
        CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setCommentMarker('#')
            .get();
    try (InputStream in = beside.getResourceAsStream(file);
        var rows = format.parse(new InputStreamReader(in, StandardCharsets.UTF_8))) {
      return rows.stream().map(row).toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
