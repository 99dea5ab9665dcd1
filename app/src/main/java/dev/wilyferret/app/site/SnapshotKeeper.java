package dev.wilyferret.app.site;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Optional;
import javax.sql.DataSource;
import org.postgresql.PGConnection;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.context.SmartLifecycle;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Keeps the snapshot fresh: listens for the database's word that something public changed, and reads anew. After a lost
 * connection it reads anew at once, since words may have been missed.
 */
@Component
@Order(10)
class SnapshotKeeper implements SmartLifecycle, ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(SnapshotKeeper.class);
    private static final int LISTEN_MILLIS = 1000;
    private static final int PAUSE_MILLIS = 300;

    private final SnapshotBuilder builder;
    private final DataSource dataSource;
    private volatile SiteSnapshot snapshot = SiteSnapshot.EMPTY;
    private volatile boolean running;
    private Optional<Thread> listener = Optional.empty();

    SnapshotKeeper(SnapshotBuilder builder, DataSource dataSource) {
        this.builder = builder;
        this.dataSource = dataSource;
    }

    SiteSnapshot now() {
        return snapshot;
    }

    private void listen() {
        while (running) {
            try (Connection connection = dataSource.getConnection();
                    Statement statement = connection.createStatement()) {
                statement.execute("listen site_change");
                PGConnection words = connection.unwrap(PGConnection.class);
                snapshot = builder.build();
                while (running) {
                    if (words.getNotifications(LISTEN_MILLIS).length > 0) {
                        snapshot = builder.build();
                    }
                }
                statement.execute("unlisten *");
            } catch (SQLException | RuntimeException e) {
                if (running) {
                    LOG.warn(
                            "The public site goes on with what it knows until the database is back: {}",
                            e.getMessage());
                    pause();
                }
            }
        }
    }

    private void pause() {
        try {
            Thread.sleep(PAUSE_MILLIS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            running = false;
        }
    }

    /** Before the public site takes its first request. */
    @Override
    public void start() {
        snapshot = builder.build();
        running = true;
        listener = Optional.of(Thread.ofPlatform().name("site-changes").daemon().start(this::listen));
    }

    @Override
    public void run(ApplicationArguments arguments) {
        LOG.info(
                "The public site knows {} links and {} pages",
                snapshot.links().size(),
                snapshot.pages().size());
    }

    @Override
    public void stop() {
        running = false;
        listener.ifPresent(thread -> {
            try {
                thread.join(2L * LISTEN_MILLIS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    @Override
    public int getPhase() {
        return 10;
    }
}
