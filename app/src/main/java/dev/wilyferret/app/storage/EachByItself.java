package dev.wilyferret.app.storage;

import dev.wilyferret.core.text.Fault;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Many things, of which one that cannot be read or worked on keeps no other from it. While the database is away, none can be. */
public final class EachByItself {

    private static final Logger LOG = LoggerFactory.getLogger(EachByItself.class);

    private EachByItself() {}

    /**
     * Those that can be read.
     *
     * @param name what the program's log calls one that cannot
     */
    public static <R, T> List<T> readable(Stream<R> rows, Function<R, String> name, Function<R, T> read) {
        return rows.flatMap(row -> readable(row, name, read).stream()).toList();
    }

    private static <R, T> Optional<T> readable(R row, Function<R, String> name, Function<R, T> read) {
        try {
            return Optional.of(read.apply(row));
        } catch (RuntimeException unreadable) {
            if (DatabaseAway.mayPass(unreadable)) {
                throw unreadable;
            }
            LOG.error("{} cannot be read, and is left out: {}", name.apply(row), Fault.of(unreadable));
            return Optional.empty();
        }
    }

    /** Does something with each. */
    public static <T> void each(Iterable<T> all, Consumer<T> work) {
        all.forEach(one -> {
            try {
                work.accept(one);
            } catch (RuntimeException failed) {
                if (DatabaseAway.mayPass(failed)) {
                    throw failed;
                }
                LOG.error("{} is left out of something that was to be done with it: {}", one, Fault.of(failed));
            }
        });
    }
}
