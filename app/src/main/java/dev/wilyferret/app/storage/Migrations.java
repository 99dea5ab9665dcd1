package dev.wilyferret.app.storage;

import java.util.Optional;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationVersion;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.stereotype.Component;

/** Brings the schema to this program's version. Data that is not this program's to carry on is left as it is. */
@Component
class Migrations implements FlywayMigrationStrategy {

    private static final String BASELINE = "baseline";

    /** The data is of another program; nothing was changed. */
    static final class OtherData extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final String mend;

        private OtherData(String message, String mend) {
            super(message);
            this.mend = mend;
        }

        String mend() {
            return mend;
        }
    }

    @Override
    public void migrate(Flyway flyway) {
        refuseOthers(flyway.info().all(), newest(flyway));
        flyway.migrate();
    }

    private static MigrationVersion newest(Flyway flyway) {
        MigrationVersion newest = MigrationVersion.EMPTY;
        for (MigrationInfo one : flyway.info().all()) {
            if (one.getState().isResolved()
                    && one.getVersion() != null
                    && one.getVersion().isNewerThan(newest)) {
                newest = one.getVersion();
            }
        }
        return newest;
    }

    private static void refuseOthers(MigrationInfo[] all, MigrationVersion newest) {
        for (MigrationInfo one : all) {
            Optional<MigrationVersion> version = Optional.ofNullable(one.getVersion());
            if (!one.getState().isApplied() || version.isEmpty()) {
                continue;
            }
            if (version.get().equals(MigrationVersion.fromVersion("1")) && !BASELINE.equals(one.getDescription())) {
                throw new OtherData(
                        "The data in this database is of a version before release 0.1.0, which no release carries on.",
                        "Throw a demo away with ./ferret demo --fresh. Other data goes on with the program it was made with.");
            }
            if (version.get().isNewerThan(newest)) {
                throw new OtherData(
                        "The data in this database is of a newer version of Wily Ferret: its schema is at %s, and this program knows up to %s."
                                .formatted(version.get(), newest),
                        "Start it with that version, or restore a backup made before. Nothing was changed.");
            }
        }
    }
}
