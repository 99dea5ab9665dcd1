package dev.wilyferret.core.page;

import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageDocument.RedirectPage;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.function.Predicate;

/** What keeps a draft from being published: each finding says what is missing, where, and how to mend it. */
public final class PublishCheck {

    /**
     * @param field the copy sheet's line to mend
     * @param message the finding as a sentence
     */
    public record Finding(String field, String message) {}

    private PublishCheck() {}

    /**
     * The reasons against publishing, empty if there is none.
     *
     * @param isPublished whether a page of the promotion can be reached by visitors
     */
    public static List<Finding> of(PageDocument draft, Predicate<UUID> isPublished) {
        return switch (draft) {
            case ContentPage page -> content(page, isPublished);
            case RedirectPage page -> List.of();
        };
    }

    private static List<Finding> content(ContentPage page, Predicate<UUID> isPublished) {
        List<Finding> findings = new ArrayList<>();
        if (page.title().isEmpty()) {
            findings.add(new Finding(
                    "title",
                    "The public title is empty. Browsers and search results show it; write what the page is about."));
        }
        if (page.first(Block.Headline.class)
                .map(Block.Headline::text)
                .orElse("")
                .isEmpty()) {
            findings.add(
                    new Finding("headline", "The page has no headline. Write one: it is what visitors read first."));
        }
        int benefits = page.first(Block.Benefits.class)
                .map(block -> block.lines().size())
                .orElse(0);
        if (benefits == 1) {
            findings.add(new Finding("benefits", "There is one benefit line. Write two to five, or none."));
        }
        if (page.first(Block.Media.class)
                .filter(media -> media.description().isEmpty())
                .isPresent()) {
            findings.add(
                    new Finding(
                            "description",
                            "The picture or video has no description. Say in a few words what it shows, for those who cannot see it."));
        }
        if (page.first(Block.Disclosure.class)
                .map(Block.Disclosure::text)
                .orElse("")
                .isEmpty()) {
            findings.add(
                    new Finding("disclosure", "The affiliate disclosure is empty. Say that you earn a commission."));
        }
        button(
                page.first(Block.Button.class).orElse(new Block.Button("", new NextStep.NotChosen())),
                isPublished,
                findings);
        return findings;
    }

    private static void button(Block.Button button, Predicate<UUID> isPublished, List<Finding> findings) {
        if (button.words().isEmpty()) {
            findings.add(new Finding("button", "The button has no words. Say what a visitor gets by pressing it."));
        }
        switch (button.next()) {
            case NextStep.NotChosen() ->
                findings.add(new Finding("next", "The button leads nowhere. Choose its next step."));
            case NextStep.ToPage(UUID target) -> {
                if (!isPublished.test(target)) {
                    findings.add(
                            new Finding(
                                    "next",
                                    "The button leads to a page that is not published. Publish that page first, or choose another next step."));
                }
            }
            case NextStep.ToOffer() -> {}
        }
    }
}
