package dev.wilyferret.core.trail;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.trail.PageMap.Leaf;
import dev.wilyferret.core.trail.PageMap.Target;
import dev.wilyferret.core.trail.PageMap.Way;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class PageMapTest {

    private static final PageId SQUEEZE = new PageId(new UUID(0, 1));
    private static final PageId INBOX = new PageId(new UUID(0, 2));
    private static final PageId THANKS = new PageId(new UUID(0, 3));
    private static final Target OFFER = new Target.Goal("Offer");

    private static Leaf page(PageId id, String name, Target... targets) {
        return new Leaf(
                id,
                name,
                PageState.DRAFT,
                id.equals(SQUEEZE),
                Arrays.stream(targets).map(target -> new Way("Go", target)).toList());
    }

    private static Target to(PageId page) {
        return new Target.ToPage(page);
    }

    private static Stream<String> warnings(Leaf... pages) {
        return PageMap.of(List.of(pages)).warnings().stream().map(PageMap.Warning::what);
    }

    @Test
    void pagesStandInTheColumnOfTheirSteps() {
        PageMap map = PageMap.of(List.of(
                page(THANKS, "Thanks", OFFER),
                page(SQUEEZE, "Squeeze", to(INBOX), OFFER),
                page(INBOX, "Inbox", to(THANKS), new Target.ToMissing("Download"))));
        assertThat(map.nodes().stream().map(node -> node.name() + " " + node.column()))
                .containsExactlyInAnyOrder("Squeeze 0", "Inbox 1", "Thanks 2", "Offer 3", "Download 2");
        assertThat(map.nodes().stream()
                        .filter(node -> node.kind() == PageMap.Kind.MISSING)
                        .map(PageMap.Node::name))
                .containsExactly("Download");
        assertThat(map.edges()).hasSize(5);
        assertThat(map.warnings()).isEmpty();
    }

    @Test
    void whatNothingLeadsToIsSaid() {
        assertThat(warnings(page(SQUEEZE, "Squeeze", OFFER), page(THANKS, "Thanks", OFFER)))
                .containsExactly("Nothing leads to “Thanks”.");
        assertThat(warnings(
                        page(SQUEEZE, "Squeeze", OFFER),
                        page(THANKS, "Thanks", OFFER),
                        page(INBOX, "Inbox", to(THANKS))))
                .containsExactly("Nothing leads to “Inbox”.");
        assertThat(warnings(
                        page(SQUEEZE, "Squeeze", OFFER),
                        page(THANKS, "Thanks", to(INBOX), OFFER),
                        page(INBOX, "Inbox", to(THANKS))))
                .containsExactly("Nothing leads to “Thanks”.");
    }

    @Test
    void whatNothingLeadsToBeginsBelow() {
        PageMap map = PageMap.of(List.of(
                page(SQUEEZE, "Squeeze", OFFER), page(THANKS, "Thanks", OFFER), page(INBOX, "Inbox", to(THANKS))));
        assertThat(map.nodes().stream().map(node -> node.name() + " " + node.column() + " " + node.row()))
                .containsExactlyInAnyOrder("Squeeze 0 0", "Inbox 0 1", "Thanks 1 0", "Offer 2 0");
    }

    @Test
    void aDeadEndIsSaid() {
        assertThat(warnings(page(SQUEEZE, "Squeeze", to(INBOX), OFFER), page(INBOX, "Inbox")))
                .containsExactly("“Inbox” is a dead end: nothing on it leads on.");
    }

    @Test
    void aCircleWithoutAWayOutIsSaid() {
        assertThat(warnings(page(SQUEEZE, "Squeeze", to(INBOX)), page(INBOX, "Inbox", to(SQUEEZE))))
                .hasSize(2)
                .allMatch(what -> what.contains("round in circles"));
        assertThat(warnings(page(SQUEEZE, "Squeeze", to(INBOX)), page(INBOX, "Inbox", to(SQUEEZE), OFFER)))
                .isEmpty();
    }

    @Test
    void whatLeadsToAPageStillMissingGoneOrEmptyIsNoCircle() {
        assertThat(warnings(page(SQUEEZE, "Squeeze", new PageMap.Target.ToMissing("Later"))))
                .isEmpty();
        assertThat(warnings(page(SQUEEZE, "Squeeze", to(new PageId(new UUID(9, 9))))))
                .containsExactly("“Squeeze” leads to a page that is gone.");
        assertThat(warnings(
                        page(SQUEEZE, "Squeeze", to(INBOX)),
                        page(INBOX, "Inbox", to(SQUEEZE), to(new PageId(new UUID(9, 9))))))
                .isEmpty();
        assertThat(warnings(page(SQUEEZE, "Squeeze", to(INBOX)), page(INBOX, "Inbox")))
                .containsExactly("“Inbox” is a dead end: nothing on it leads on.");
    }

    @Test
    void noPagesAreNoTrouble() {
        assertThat(PageMap.of(List.of()).nodes()).isEmpty();
    }

    @Test
    void severalWaysToOneBoxAreOneLine() {
        assertThat(PageMap.of(List.of(page(SQUEEZE, "Squeeze", OFFER, OFFER))).edges())
                .hasSize(1);
    }
}
