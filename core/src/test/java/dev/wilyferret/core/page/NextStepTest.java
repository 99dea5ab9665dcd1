package dev.wilyferret.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.mail.MailText;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class NextStepTest {

    private static final NextStep OFFER = new NextStep.ToOffer();
    private static final NextStep OTHER = new NextStep.ToAnotherOffer(new OfferId(new UUID(0, 2)));
    private static final NextStep PAGE = new NextStep.ToPage(new PageId(new UUID(0, 1)));

    static Stream<Arguments> ways() {
        return Stream.of(
                arguments(OFFER, true),
                arguments(OTHER, true),
                arguments(PAGE, false),
                arguments(new NextStep.TwoAtOnce(PAGE, OFFER), true),
                arguments(new NextStep.TwoAtOnce(PAGE, PAGE), false),
                arguments(new NextStep.InNewTab(OFFER), true),
                arguments(new NextStep.InNewTab(PAGE), false),
                arguments(new NextStep.HandOut("a.pdf"), false),
                arguments(new NextStep.JumpTo(new BlockId("a")), false),
                arguments(new NextStep.ClosePopUp(), false));
    }

    @ParameterizedTest
    @MethodSource("ways")
    void whatLeadsToASellerIsOutbound(NextStep next, boolean outbound) {
        assertThat(next.outbound()).isEqualTo(outbound);
    }

    @Test
    void twoAtOnceTakesPagesAndOffersOnly() {
        assertThat(new NextStep.TwoAtOnce(PAGE, OTHER).each()).containsExactly(PAGE, OTHER);
        assertThat(new NextStep.TwoAtOnce(new NextStep.ToPageToMake("Later"), OFFER).each())
                .hasSize(2);
        for (NextStep wrong : List.of(
                new NextStep.NotChosen(),
                new NextStep.ShowThanks(),
                new NextStep.HandOut("a.pdf"),
                new NextStep.OpenPopUp(new BlockId("p")),
                new NextStep.TwoAtOnce(PAGE, OFFER))) {
            assertThatThrownBy(() -> new NextStep.TwoAtOnce(PAGE, wrong)).isInstanceOf(Refusal.class);
            assertThatThrownBy(() -> new NextStep.TwoAtOnce(wrong, OFFER)).isInstanceOf(Refusal.class);
            assertThatThrownBy(() -> new NextStep.InNewTab(wrong)).isInstanceOf(Refusal.class);
        }
    }

    @Test
    void aChangeReachesBothWays() {
        NextStep two = new NextStep.TwoAtOnce(OFFER, PAGE);
        assertThat(two.leading(next -> next.equals(OFFER) ? OTHER : next))
                .isEqualTo(new NextStep.TwoAtOnce(OTHER, PAGE));
        NextStep tab = new NextStep.InNewTab(OFFER);
        assertThat(tab.each()).containsExactly(OFFER);
        assertThat(tab.leading(next -> OTHER)).isEqualTo(new NextStep.InNewTab(OTHER));
        assertThat(tab.said()).isEqualTo("in a new tab to the offer");
        assertThat(tab.leaves()).as("so that it stands in no other").isFalse();
        Block form = new Block.Form(List.of(), "Send", "", "", two);
        assertThat(form.leading(next -> PAGE).nextSteps()).containsExactly(new NextStep.TwoAtOnce(PAGE, PAGE));
    }

    @Test
    void aChangedFormKeepsItsListAndItsFields() {
        ListId list = new ListId(new UUID(3, 3));
        Block.Form form = new Block.Form(List.of(), "Send", "", "", OFFER).onto(list);
        Block.Form led = (Block.Form) form.leading(next -> PAGE);
        assertThat(led.list()).contains(list);
        assertThat(led.fields()).isEqualTo(form.fields());
        assertThat(led.next()).isEqualTo(PAGE);
    }

    @Test
    void aMailNamesEachDestinationOnce() {
        MailText mail = new MailText(
                "Hello",
                "",
                new RichText("[a](https://a.example/1) and [b](https://a.example/1)\n\n[c](https://b.example)"));
        assertThat(mail.destinations()).containsExactly("https://a.example/1", "https://b.example/");
        assertThatThrownBy(() -> new MailText("x".repeat(151), "", new RichText("")))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> new MailText("a\nBcc: b", "", new RichText("")))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> new MailText("a", "", new RichText("[x](javascript:alert)")))
                .isInstanceOf(Refusal.class);
    }

    private static PageDocument.ContentPage ending(NextStep then, NextStep buttonLeads) {
        return SamplePages.page(
                Placed.of("go", new Block.Button("Go", buttonLeads)),
                Placed.of("p", new Block.PopUp("More")),
                Placed.of(
                        "c",
                        new Block.Countdown(
                                Optional.of(SamplePages.NOON),
                                "",
                                "",
                                Optional.empty(),
                                Optional.of(new BlockId("go")),
                                then,
                                false)));
    }

    static Stream<NextStep> everyWay() {
        return Stream.of(
                new NextStep.NotChosen(),
                PAGE,
                new NextStep.ToPageToMake("Later"),
                OFFER,
                OTHER,
                new NextStep.OpenPopUp(new BlockId("p")),
                new NextStep.ClosePopUp(),
                new NextStep.JumpTo(new BlockId("p")),
                new NextStep.ShowThanks(),
                new NextStep.HandOut("a.pdf"),
                new NextStep.TwoAtOnce(PAGE, OFFER));
    }

    @ParameterizedTest
    @MethodSource("everyWay")
    void aCountdownsEndIsDrawnWhateverItChanges(NextStep then) {
        for (NextStep before : everyWay().toList()) {
            assertThat(ending(then, before)
                            .at(SamplePages.NOON)
                            .blocks()
                            .find(new BlockId("go"))
                            .orElseThrow()
                            .block()
                            .nextSteps())
                    .containsExactly(then);
        }
    }

    @ParameterizedTest
    @MethodSource("everyWay")
    void twoAtOnceMayEndOnlyInAWayOfItsOwn(NextStep then) {
        var odd = ending(then, new NextStep.TwoAtOnce(PAGE, OFFER));
        var before = ending(then, OFFER);
        boolean allowed = List.of(PAGE, OFFER, OTHER).contains(then) || then instanceof NextStep.ToPageToMake;
        assertThat(SamplePages.found(odd).anyMatch("STOPS COUNTDOWN_AT_ODDS c"::equals))
                .isNotEqualTo(allowed);
        if (allowed) {
            odd.refuseOddCountdowns(before);
        } else {
            assertThatThrownBy(() -> odd.refuseOddCountdowns(before))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining("then leads");
        }
        odd.refuseOddCountdowns(odd);
    }
}
