package dev.wilyferret.app.clicks;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;

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

    private final List<Column<R>> columns;
    private final String sql;

    private ColumnInsert(String table, List<Column<R>> columns) {
        this.columns = columns;
        this.sql = "insert into %s (%s) select %s from unnest(%s) as rows (%s) on conflict do nothing"
                .formatted(
                        table,
                        joined(columns, Column::name),
                        joined(columns, Column::put),
                        joined(columns, column -> "cast(? as %s[])".formatted(column.element())),
                        joined(columns, Column::name));
    }

    private static <R> String joined(List<Column<R>> columns, Function<Column<R>, String> said) {
        return columns.stream().map(said).collect(Collectors.joining(", "));
    }

    void insert(Connection connection, List<R> rows) throws SQLException {
        if (rows.isEmpty()) {
            return;
        }
        try (PreparedStatement insert = connection.prepareStatement(sql)) {
            int place = 1;
            for (Column<R> column : columns) {
                Object[] values = new Object[rows.size()];
                for (int row = 0; row < values.length; row++) {
                    values[row] = column.value.apply(rows.get(row));
                }
                insert.setArray(place++, connection.createArrayOf(column.element(), values));
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
