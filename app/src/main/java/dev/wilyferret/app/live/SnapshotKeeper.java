package dev.wilyferret.app.live;

import dev.wilyferret.app.storage.DatabaseAway;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Fault;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
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
 * Keeps the snapshot fresh: listens for the database's word that something public of a workspace changed, and reads that
 * workspace anew. After a lost
 * connection it reads anew at once, since words may have been missed.
 */
@Component
@Order(10)
public class SnapshotKeeper implements SmartLifecycle, ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(SnapshotKeeper.class);
    private static final int LISTEN_MILLIS = 1000;
    private static final int PAUSE_MILLIS = 300;
    private static final int ANSWER_SECONDS = 5;
    private static final Duration TRY_AGAIN = Duration.ofSeconds(10);

    private final SnapshotBuilder builder;
    private final DataSource dataSource;
    private final Map<WorkspaceId, SiteSnapshot.Part> parts = new HashMap<>();
    /** When each workspace that cannot be read was tried last, in nanoseconds of this process. */
    private final Map<WorkspaceId, Long> unread = new ConcurrentHashMap<>();

    private volatile SiteSnapshot snapshot = SiteSnapshot.EMPTY;
    private volatile boolean running;
    private Optional<Thread> listener = Optional.empty();

    SnapshotKeeper(SnapshotBuilder builder, DataSource dataSource) {
        this.builder = builder;
        this.dataSource = dataSource;
    }

    public SiteSnapshot now() {
        return snapshot;
    }

    private void listen() {
        while (running) {
            try (Connection connection = dataSource.getConnection();
                    Statement statement = connection.createStatement()) {
                statement.execute("listen site_change");
                PGConnection words = connection.unwrap(PGConnection.class);
                readAll();
                while (running) {
                    read(Arrays.stream(words.getNotifications(LISTEN_MILLIS))
                            .map(word -> WorkspaceId.of(word.getParameter()))
                            .collect(Collectors.toSet()));
                    read(toTryAgain());
                }
                statement.execute("unlisten *");
            } catch (SQLException | RuntimeException e) {
                if (running) {
                    LOG.warn("The public site goes on with what it knows until the database is back: {}", Fault.of(e));
                    pause();
                }
            }
        }
    }

    private void readAll() {
        read(Set.copyOf(builder.workspaces()));
    }

    /** Reads these workspaces anew; the others stay as they are known. */
    private synchronized void read(Set<WorkspaceId> changed) {
        if (!changed.isEmpty()) {
            changed.forEach(this::readPart);
            snapshot = SiteSnapshot.of(parts.values());
        }
    }

    /**
     * What is wrong in one workspace keeps no other from being read; while the database is away none can be. Whether it is, is asked
     * of the database: what fails while it answers is that workspace's trouble, and is tried again after a while.
     */
    private void readPart(WorkspaceId workspace) {
        try {
            builder.countBefore(workspace);
            parts.put(workspace, builder.part(workspace, Optional.ofNullable(parts.get(workspace))));
            unread.remove(workspace);
        } catch (RuntimeException unreadable) {
            if (DatabaseAway.mayPass(unreadable) && !answers()) {
                throw unreadable;
            }
            LOG.error(
                    "Workspace {} cannot be read for the public site, which goes on with what it knew of it: {}",
                    workspace,
                    Fault.of(unreadable));
            unread.put(workspace, System.nanoTime());
        }
    }

    private boolean answers() {
        try (Connection connection = dataSource.getConnection()) {
            return connection.isValid(ANSWER_SECONDS);
        } catch (SQLException away) {
            return false;
        }
    }

    /** Whether the site goes on with what it knew of a workspace, since it cannot be read as it is now. */
    public boolean isUnread(WorkspaceId workspace) {
        return unread.containsKey(workspace);
    }

    private Set<WorkspaceId> toTryAgain() {
        return unread.entrySet().stream()
                .filter(one -> System.nanoTime() - one.getValue() > TRY_AGAIN.toNanos())
                .map(Map.Entry::getKey)
                .collect(Collectors.toSet());
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
        readAll();
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
