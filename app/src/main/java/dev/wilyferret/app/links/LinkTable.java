package dev.wilyferret.app.links;

import dev.wilyferret.app.forms.CsvFile;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Many links from a table: a row each, with a first line of names. All of them are made, or none.
 *
 * @param rows those that can be made, in the order of the table
 * @param wrong what is wrong, by row
 */
record LinkTable(List<Row> rows, List<Wrong> wrong) {

    static final int MOST = 5000;

    private static final int MOST_BYTES = 4 << 20;

    /** The names of columns; any other is a tag of one's own. */
    static final List<String> COLUMNS = List.of(
            "source",
            "medium",
            "campaign",
            "term",
            "content",
            "host",
            "code",
            "leads to",
            "note",
            "ad words",
            "ends",
            "clicks");

    private static final Map<String, String> FIELDS = Map.of("ad words", "adWords");

    /**
     * @param host empty for the installation's own
     * @param code as it was typed; empty for one that is made
     */
    record Row(Optional<OwnHost> host, Optional<LinkCode> code, LinkDetails details) {}

    /** Says why a code cannot be had on a host. */
    interface Free {
        LinkCode code(Optional<OwnHost> host, String typed);
    }

    /** @param row as a spreadsheet counts, the line of names being the first */
    record Wrong(int row, String column, String message) {}

    /**
     * @throws Refusal if it is no table, has no rows, or too many
     */
    static LinkTable read(byte[] content, LinkForm form, Free free) {
        if (content.length > MOST_BYTES) {
            throw new Refusal("The table has more than 4 MB. Bring it in parts.");
        }
        CsvFile file = CsvFile.read(content);
        List<String> names = file.names().stream()
                .map(name -> name.strip().toLowerCase(Locale.ROOT))
                .toList();
        for (String needed : LinkForm.NEEDED) {
            if (!names.contains(needed)) {
                throw new Refusal(
                        "The first line names no column \"%s\". Begin the table with a line of names, such as: source, medium, campaign, code."
                                .formatted(needed));
            }
        }
        if (new HashSet<>(names).size() < names.size()) {
            throw new Refusal("Two columns have the same name. Rename or take out one of them.");
        }
        if (file.rows().isEmpty()) {
            throw new Refusal("The table has a line of names and no rows. Add a row for each link.");
        }
        if (file.rows().size() > MOST) {
            throw new Refusal("The table has %,d rows; at most %,d fit. Bring it in parts."
                    .formatted(file.rows().size(), MOST));
        }
        List<Row> rows = new ArrayList<>();
        List<Wrong> wrong = new ArrayList<>();
        Map<Optional<OwnHost>, Set<String>> codes = new HashMap<>();
        for (int at = 0; at < file.rows().size(); at++) {
            Intake typed = typed(file, names, at);
            Optional<LinkDetails> details = form.readRow(typed);
            Optional<Optional<OwnHost>> host = typed.take("host", form::host);
            Optional<LinkCode> code = host.isEmpty() || typed.value("code").isBlank()
                    ? Optional.empty()
                    : typed.take(
                            "code",
                            text -> fresh(
                                    free.code(host.get(), text),
                                    codes.computeIfAbsent(host.get(), known -> new HashSet<>())));
            if (typed.clean()) {
                rows.add(new Row(host.orElseThrow(), code, details.orElseThrow()));
            }
            int row = at + 2;
            typed.findings().forEach((field, message) -> wrong.add(new Wrong(row, column(field), message)));
        }
        return new LinkTable(rows, wrong);
    }

    private static LinkCode fresh(LinkCode code, Set<String> codes) {
        if (!codes.add(code.text())) {
            throw new Refusal("The short code \"%s\" stands in the table twice.".formatted(code.text()));
        }
        return code;
    }

    private static Intake typed(CsvFile file, List<String> names, int at) {
        List<String> cells = file.rows().get(at);
        Map<String, String> values = new LinkedHashMap<>();
        StringBuilder own = new StringBuilder();
        for (int column = 0; column < names.size(); column++) {
            String name = names.get(column);
            String cell = column < cells.size() ? cells.get(column).strip() : "";
            if (COLUMNS.contains(name)) {
                values.put(FIELDS.getOrDefault(name, name), name.equals("ends") ? moment(cell) : cell);
            } else if (!cell.isEmpty() && !name.isEmpty()) {
                own.append(file.names().get(column).strip())
                        .append('=')
                        .append(cell)
                        .append('\n');
            }
        }
        values.put("own", own.toString());
        Intake typed = Intake.showing(values);
        if (cells.size() > names.size()) {
            typed.refuse(
                    "row",
                    "The row has %d cells, and %d columns have names. Check it for a stray separator."
                            .formatted(cells.size(), names.size()));
        }
        return typed;
    }

    /** A day by itself is over at its end. */
    private static String moment(String cell) {
        return cell.matches("\\d{4}-\\d{2}-\\d{2}") ? cell + "T23:59" : cell.replace(' ', 'T');
    }

    private static String column(String field) {
        return FIELDS.entrySet().stream()
                .filter(one -> one.getValue().equals(field))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(field.equals("own") ? "own tags" : PlainText.cut(field, 40));
    }
}
