package dev.wilyferret.app.clicks;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Inserts rows of one table in one statement, a column in one array: half the work of a statement with a place for every
 * value, for the program and for the database. What is there already stays as it is.
 *
 * @param <R> what a row is made of
 */
final class ColumnInsert<R> {

    /** Milliseconds since 1970, as a moment. */
    private static final String MOMENT = "moment";

    /**
     * @param type as PostgreSQL names it in its own catalog, or a moment
     * @param value of a row; nothing where the column may be so
     */
    private record Column<R>(String name, String type, Function<R, ?> value) {

        boolean moment() {
            return type.equals(MOMENT);
        }

        String element() {
            return moment() ? "int8" : type;
        }

        /** As it is put into its column. */
        String put() {
            return moment() ? "timestamptz 'epoch' + %s * interval '1 millisecond'".formatted(name) : name;
        }
    }

    private final String table;
    private final List<Column<R>> columns;
    /** The statement for each choice of columns, a bit for each. */
    private final Map<Long, String> statements = new ConcurrentHashMap<>();

    private ColumnInsert(String table, List<Column<R>> columns) {
        this.table = table;
        this.columns = columns;
    }

    private String statement(long told) {
        List<Column<R>> some = IntStream.range(0, columns.size())
                .filter(at -> (told >> at & 1) == 1)
                .mapToObj(columns::get)
                .toList();
        return "insert into %s (%s) select %s from unnest(%s) as rows (%s) on conflict do nothing"
                .formatted(
                        table,
                        joined(some, Column::name),
                        joined(some, Column::put),
                        joined(some, column -> "cast(? as %s[])".formatted(column.element())),
                        joined(some, Column::name));
    }

    private static <R> String joined(List<Column<R>> columns, Function<Column<R>, String> said) {
        return columns.stream().map(said).collect(Collectors.joining(", "));
    }

    /** Columns of which no row says anything are left out, which most are in most groups. */
    void insert(Connection connection, List<R> rows) throws SQLException {
        if (rows.isEmpty()) {
            return;
        }
        List<Object[]> values = new ArrayList<>();
        List<String> types = new ArrayList<>();
        long told = 0;
        for (int at = 0; at < columns.size(); at++) {
            Column<R> column = columns.get(at);
            Object[] some = new Object[rows.size()];
            boolean any = false;
            for (int row = 0; row < some.length; row++) {
                some[row] = column.value.apply(rows.get(row));
                any |= some[row] != null;
            }
            if (any) {
                values.add(some);
                types.add(column.element());
                told |= 1L << at;
            }
        }
        try (PreparedStatement insert =
                connection.prepareStatement(statements.computeIfAbsent(told, this::statement))) {
            for (int place = 0; place < values.size(); place++) {
                insert.setArray(place + 1, connection.createArrayOf(types.get(place), values.get(place)));
            }
            insert.executeUpdate();
        }
    }

    static <R> Making<R> into(String table) {
        return new Making<>(table);
    }

    /** Says the columns of a table, one after the other. */
    static final class Making<R> {

        private final String table;
        private final List<Column<R>> columns = new ArrayList<>();

        private Making(String table) {
            this.table = table;
        }

        Making<R> uuid(String column, Function<R, ?> value) {
            return column(column, "uuid", value);
        }

        Making<R> text(String column, Function<R, ?> value) {
            return column(column, "text", value);
        }

        /** @param value in milliseconds since 1970 */
        Making<R> moment(String column, Function<R, Long> value) {
            return column(column, MOMENT, value);
        }

        Making<R> column(String column, String type, Function<R, ?> value) {
            columns.add(new Column<>(column, type, value));
            return this;
        }

        ColumnInsert<R> made() {
            return new ColumnInsert<>(table, List.copyOf(columns));
        }
    }
}
