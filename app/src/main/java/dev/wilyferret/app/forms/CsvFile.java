package dev.wilyferret.app.forms;

import dev.wilyferret.core.text.Refusal;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;

/**
 * A CSV file somebody brought (RFC 4180), with comma, semicolon or tab between its cells and a first line of names.
 *
 * @param rows without the first line; each as long as it came
 */
public record CsvFile(List<String> names, List<List<String>> rows) {

    private static final int MOST_ROWS = 500_000;

    /** @throws Refusal if it is empty, no UTF-8 text, or no CSV */
    public static CsvFile read(byte[] content) {
        String text = text(content);
        if (text.isBlank()) {
            throw new Refusal("That file is empty.");
        }
        try (CSVParser parser = CSVParser.parse(
                new StringReader(text),
                CSVFormat.RFC4180
                        .builder()
                        .setDelimiter(delimiter(text))
                        .setIgnoreEmptyLines(true)
                        .get())) {
            List<List<String>> rows = new ArrayList<>();
            for (CSVRecord line : parser) {
                rows.add(line.toList());
                if (rows.size() > MOST_ROWS + 1) {
                    throw new Refusal("That file has more than %,d rows. Bring it in parts.".formatted(MOST_ROWS));
                }
            }
            return new CsvFile(rows.getFirst(), rows.subList(1, rows.size()));
        } catch (java.io.UncheckedIOException | IOException | IllegalStateException e) {
            throw new Refusal("That file cannot be read as CSV: %s".formatted(e.getMessage()));
        }
    }

    /** The file anew, with commas. */
    public byte[] written() {
        StringBuilder text = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180)) {
            printer.printRecord(names);
            printer.printRecords(rows);
        } catch (IOException e) {
            throw new UncheckedIOException("Text is written to memory", e);
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static String text(byte[] content) {
        try {
            String text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(content))
                    .toString();
            return text.startsWith("\uFEFF") ? text.substring(1) : text;
        } catch (CharacterCodingException e) {
            throw new Refusal(
                    "That file is not UTF-8 text, so letters like ü would come out wrong. Save it from your spreadsheet as “CSV UTF-8” and bring it again.");
        }
    }

    private static char delimiter(String text) {
        String first = text.lines().findFirst().orElse("");
        char best = ',';
        for (char one : new char[] {';', '\t'}) {
            if (first.chars().filter(sign -> sign == one).count()
                    > first.chars().filter(sign -> sign == ',').count()) {
                best = one;
            }
        }
        return best;
    }
}
