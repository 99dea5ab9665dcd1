package dev.wilyferret.app.trails;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.app.clicks.ListedClick;
import dev.wilyferret.app.results.Figures;
import dev.wilyferret.core.figures.Behind;
import dev.wilyferret.core.figures.Period;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Lists of the clicks behind figures. Which they are is asked of the figures, what they are of the log. */
@Component
class ClickLists {

    private static final int AT_ONCE = 500;

    private final Figures figures;
    private final ClickBook clicks;

    ClickLists(Figures figures, ClickBook clicks) {
        this.figures = figures;
        this.clicks = clicks;
    }

    /** As many as a list shows. */
    List<ListedClick> latest(WorkspaceId workspace, PromotionId promotion, Period period, Behind behind) {
        return page(workspace, promotion, period, behind, Optional.empty(), ClickBook.LIST);
    }

    /** @param before the click the list goes on after; empty for its beginning */
    List<ListedClick> page(
            WorkspaceId workspace,
            PromotionId promotion,
            Period period,
            Behind behind,
            Optional<ClickId> before,
            int most) {
        return clicks.these(workspace, figures.behind(workspace, promotion, period, behind, before, most));
    }

    /** All of them, some at a time; what goes on goes on after the last click that was asked for, whether it is there or not. */
    void all(
            WorkspaceId workspace,
            PromotionId promotion,
            Period period,
            Behind behind,
            Consumer<List<ListedClick>> some) {
        List<ClickId> ids = figures.behind(workspace, promotion, period, behind, Optional.empty(), AT_ONCE);
        while (!ids.isEmpty()) {
            some.accept(clicks.these(workspace, ids));
            ids = figures.behind(workspace, promotion, period, behind, Optional.of(ids.getLast()), AT_ONCE);
        }
    }
}
