package dev.wilyferret.app.clicks;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Inserts rows of a table, a column in one array: half the work of a statement with a place for every value, for the program and
 * for the database. Rows of several tables go in one statement, which is a transaction of its own and one way to the database and
 * back. What is there already stays as it is.
 *
 * @param <R> what a row is made of
 */
final class ColumnInsert<R> {

    /** How values of a column are sent, each in the form that costs the database least to read. */
    private enum Type {
        /** As text: a whole array of them would be written and read letter by letter. */
        UUID("text", String.class, "%s::uuid"),
        TEXT("text", String.class, "%s"),
        /** As milliseconds since 1970. */
        MOMENT("int8", Long.class, "timestamptz 'epoch' + %s * interval '1 millisecond'"),
        LONG("int8", Long.class, "%s"),
        INT("int4", Integer.class, "%s"),
        FLOAT("float4", Float.class, "%s"),
        BOOLEAN("bool", Boolean.class, "%s");

        private final String element;
        private final Class<?> sent;
        private final String put;

        /**
         * @param element as PostgreSQL names it in its own catalog
         * @param put as it is put into its column
         */
        Type(String element, Class<?> sent, String put) {
            this.element = element;
            this.sent = sent;
            this.put = put;
        }

        /** An array of just this type is sent as it is in memory; one of objects would be written out. */
        @Nullable
        Object[] array(int size) {
            return (Object[]) java.lang.reflect.Array.newInstance(sent, size);
        }
    }

    /** @param value of a row; nothing where the column may be so */
    private record Column<R>(String name, Type type, Function<R, ?> value) {

        String element() {
            return type.element;
        }

        String put() {
            return type.put.formatted(name);
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

    /**
     * Rows to insert; columns of which none says anything are left out, which most are in most groups.
     *
     * @return empty where there are none
     */
    Optional<Part> of(List<R> rows) {
        if (rows.isEmpty()) {
            return Optional.empty();
        }
        List<Array> arrays = new ArrayList<>();
        long told = 0;
        for (int at = 0; at < columns.size(); at++) {
            Column<R> column = columns.get(at);
            @Nullable Object[] some = column.type.array(rows.size());
            boolean any = false;
            for (int row = 0; row < some.length; row++) {
                some[row] = column.value.apply(rows.get(row));
                any |= some[row] != null;
            }
            if (any) {
                arrays.add(new Array(column.element(), some));
                told |= 1L << at;
            }
        }
        return Optional.of(new Part(statements.computeIfAbsent(told, this::statement), arrays));
    }

    private record Array(String element, @Nullable Object[] values) {}

    /** Rows of one table, as part of a statement. */
    record Part(String insert, List<Array> arrays) {

        /** Inserts all of them in one statement. */
        static void insert(Connection connection, List<Part> parts) throws SQLException {
            if (parts.isEmpty()) {
                return;
            }
            try (PreparedStatement statement = connection.prepareStatement(joined(parts))) {
                int place = 1;
                for (Part part : parts) {
                    for (Array array : part.arrays) {
                        statement.setArray(place++, connection.createArrayOf(array.element, array.values));
                    }
                }
                statement.execute();
            }
        }

        private static String joined(List<Part> parts) {
            return IntStream.range(0, parts.size())
                    .mapToObj(at -> "part%d as (%s)".formatted(at, parts.get(at).insert))
                    .collect(Collectors.joining(", ", "with ", " select 1"));
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

        Making<R> uuid(String column, Function<R, @Nullable UUID> value) {
            return column(column, Type.UUID, row -> {
                UUID id = value.apply(row);
                return id == null ? null : id.toString();
            });
        }

        Making<R> text(String column, Function<R, @Nullable String> value) {
            return column(column, Type.TEXT, value);
        }

        /** @param value in milliseconds since 1970 */
        Making<R> moment(String column, Function<R, Long> value) {
            return column(column, Type.MOMENT, value);
        }

        Making<R> bigint(String column, Function<R, @Nullable Long> value) {
            return column(column, Type.LONG, value);
        }

        Making<R> integer(String column, Function<R, @Nullable Integer> value) {
            return column(column, Type.INT, value);
        }

        Making<R> real(String column, Function<R, @Nullable Float> value) {
            return column(column, Type.FLOAT, value);
        }

        Making<R> bool(String column, Function<R, @Nullable Boolean> value) {
            return column(column, Type.BOOLEAN, value);
        }

        private Making<R> column(String column, Type type, Function<R, ?> value) {
            columns.add(new Column<>(column, type, value));
            return this;
        }

        ColumnInsert<R> made() {
            return new ColumnInsert<>(table, List.copyOf(columns));
        }
    }
}
