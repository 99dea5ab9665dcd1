package dev.wilyferret.app.results;

import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import dev.wilyferret.app.clicks.PastClicks;
import dev.wilyferret.app.leads.Leads;
import dev.wilyferret.app.sales.Sales;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataAccessResourceFailureException;

class RetellingTest {

    private static final WorkspaceId WORKSPACE = new WorkspaceId(new UUID(1, 1));
    private static final Instant NOW = Instant.parse("2026-05-14T08:00:00Z");

    private final PastClicks past = mock();
    private final FigureStore store = mock();
    private final Retelling retelling =
            new Retelling(past, mock(Leads.class), mock(Sales.class), store, Clock.fixed(NOW, ZoneOffset.UTC));
    private final List<ClickId> clicks = Stream.iterate(1, n -> n + 1)
            .limit(37)
            .map(n -> new ClickId(new UUID(2, n)))
            .toList();

    @Test
    void ofManyThoseAreFoundThatCannotBeTold() {
        List<ClickId> broken = List.of(clicks.getFirst(), clicks.get(20), clicks.getLast());
        when(past.of(eq(WORKSPACE), any())).thenAnswer(call -> {
            Collection<ClickId> some = call.getArgument(1);
            if (some.stream().anyMatch(broken::contains)) {
                throw new IllegalArgumentException("No such device");
            }
            return List.of();
        });
        Retelling.Untold untold =
                catchThrowableOfType(Retelling.Untold.class, () -> retelling.tellable(WORKSPACE, clicks));
        retelling.setUntoldAside(untold);
        for (ClickId click : clicks) {
            verify(store, broken.contains(click) ? times(1) : never())
                    .setAside(WORKSPACE, click, FigureStore.UNTOLD, NOW);
        }
    }

    /** Otherwise a minute without the database would set thousands of clicks aside. */
    @Test
    void whatFailsForTheDatabasesSakeIsNoFaultOfAClick() {
        when(past.of(eq(WORKSPACE), any())).thenThrow(new DataAccessResourceFailureException("gone"));
        assertThatThrownBy(() -> retelling.tellable(WORKSPACE, clicks))
                .isInstanceOf(DataAccessResourceFailureException.class);
        verify(store, never()).setAside(any(), any(), anyString(), any());
    }
}
