package dev.wilyferret.core.link;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.NextStep;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class WayTest {

    private static final PageId FROM = new PageId(new UUID(1, 1));
    private static final PageId OTHER = new PageId(new UUID(1, 2));
    private static final ElsewhereId ROOM = new ElsewhereId(new UUID(3, 1));
    private static final OfferId OTHER_OFFER = new OfferId(new UUID(2, 2));
    private static final Way.Places PLACES = new Way.Places() {
        @Override
        public Optional<String> page(PageId page) {
            return page.equals(OTHER) ? Optional.of("/cellar/on") : Optional.empty();
        }

        @Override
        public boolean file(String name) {
            return name.equals("calendar.pdf");
        }

        @Override
        public boolean elsewhere(ElsewhereId id) {
            return id.equals(ROOM);
        }
    };

    private static Way of(NextStep next) {
        return Way.of(next, FROM, PLACES);
    }

    @Test
    void everyStepLeadsToAnAddressOfTheSite() {
        assertThat(of(new NextStep.ToPage(OTHER))).isEqualTo(new Way.Away("/cellar/on"));
        assertThat(of(new NextStep.ToOffer())).isEqualTo(new Way.Away(SiteRoute.OUT.path(FROM)));
        assertThat(of(new NextStep.ToAnotherOffer(OTHER_OFFER)))
                .isEqualTo(new Way.Away(SiteRoute.OUT.path(FROM, OTHER_OFFER)));
        assertThat(of(new NextStep.ToElsewhere(ROOM))).isEqualTo(new Way.Away(SiteRoute.AWAY.path(FROM, ROOM)));
        assertThat(of(new NextStep.HandOut("calendar.pdf")))
                .isEqualTo(new Way.Away(SiteRoute.FILE.path(FROM, "calendar.pdf")));
        assertThat(of(new NextStep.OpenPopUp(new BlockId("p1")))).isEqualTo(new Way.Here("pop-p1"));
        assertThat(of(new NextStep.JumpTo(new BlockId("b1")))).isEqualTo(new Way.Here("part-b1"));
        assertThat(of(new NextStep.ClosePopUp())).isEqualTo(new Way.Here("top"));
        assertThat(of(new NextStep.ShowThanks())).isEqualTo(new Way.Thanks());
        assertThat(of(new NextStep.TwoAtOnce(new NextStep.ToOffer(), new NextStep.ToPage(OTHER))))
                .isEqualTo(new Way.Both(new Way.Away(SiteRoute.OUT.path(FROM)), new Way.Away("/cellar/on")));
        assertThat(of(new NextStep.InNewTab(new NextStep.ToOffer())))
                .isEqualTo(new Way.NewTab(new Way.Away(SiteRoute.OUT.path(FROM))));
    }

    @Test
    void whatIsNotChosenOrGoneStaysWhereItIs() {
        assertThat(of(new NextStep.NotChosen())).isEqualTo(new Way.Here(""));
        assertThat(of(new NextStep.ToPageToMake("Thanks"))).isEqualTo(new Way.Here(""));
        assertThat(of(new NextStep.ToPage(FROM))).isEqualTo(new Way.Here(""));
        assertThat(of(new NextStep.HandOut("gone.pdf"))).isEqualTo(new Way.Here(""));
        assertThat(of(new NextStep.ToElsewhere(new ElsewhereId(new UUID(3, 2)))))
                .isEqualTo(new Way.Here(""));
    }

    @Test
    void pathsNameIdsInTheirShortForm() {
        assertThat(SiteRoute.OUT.path(FROM)).matches("/out/[0-9a-z]{26}");
        assertThat(SiteRoute.CALENDAR.path(FROM, new BlockId("b1"))).endsWith("/b1");
        assertThat(SiteRoute.PRIVACY.path()).isEqualTo("/privacy");
        assertThat(SiteRoute.page("cellar", "on")).isEqualTo("/cellar/on");
    }
}
