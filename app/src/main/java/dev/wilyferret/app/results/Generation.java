package dev.wilyferret.app.results;

import dev.wilyferret.core.id.WorkspaceId;
import java.time.LocalDate;
import java.util.Optional;

/**
 * The figures of a workspace as they were made from the log once, and kept up since.
 *
 * @param shown whether screens read it; else it is still being made beside the one they read
 * @param madeFrom the first day whose sheets are made, and with it all later ones; empty once nothing is left to be made
 * @param firstDay the first day there is
 * @param lastDay the last day there was when it was begun
 */
record Generation(
        WorkspaceId workspace,
        int number,
        boolean shown,
        Optional<LocalDate> madeFrom,
        LocalDate firstDay,
        LocalDate lastDay) {

    boolean whole() {
        return madeFrom.isEmpty();
    }
}
