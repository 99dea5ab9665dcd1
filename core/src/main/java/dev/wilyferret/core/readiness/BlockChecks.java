package dev.wilyferret.core.readiness;

import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.RichText;
import dev.wilyferret.core.readiness.Finding.Check;
import dev.wilyferret.core.readiness.Finding.Grade;
import dev.wilyferret.core.readiness.Readiness.Context;
import dev.wilyferret.core.wording.BlockWords;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** Looks over what stands in a single block. */
final class BlockChecks {

    private static final int MANY_FIELDS = 2;
    private static final Pattern AUTOPLAY = Pattern.compile("(?i)[?&]autoplay=(?:1|true)\\b");
    private static final Pattern MUTED = Pattern.compile("(?i)[?&]muted?=(?:1|true)\\b");

    private final Findings found;
    private final Context context;

    BlockChecks(Findings found, Context context) {
        this.found = found;
        this.context = context;
    }

    void look(Placed placed) {
        block(placed);
        tokens(placed.id(), BlockWords.of(placed.block()));
    }

    private void block(Placed placed) {
        switch (placed.block()) {
            case Block.Headline headline -> {}
            case Block.SubHeadline sub -> {}
            case Block.Text(RichText text) ->
                text.addresses().stream()
                        .filter(Findings::insecure)
                        .forEach(address -> found.insecureAddress(Optional.of(placed.id()), "text", address));
            case Block.Benefits(List<String> lines) -> {
                if (lines.size() == 1) {
                    found.add(
                            Check.ONE_BENEFIT,
                            Grade.SHOULD,
                            placed.id(),
                            "lines",
                            "There is one benefit line.",
                            "A list of one reads like a mistake.",
                            "Write two to five, or none.");
                }
            }
            case Block.Picture(String media, String description, boolean beside) -> {
                file(placed, media, "media", true);
                altText(placed, media, description);
            }
            case Block.Video video -> video(placed, video);
            case Block.Button(String words, NextStep next) -> words(placed, "words", words, "button has no words");
            case Block.Form form -> form(placed, form);
            case Block.BonusList list -> holdsNothing(placed, "Add a bonus.");
            case Block.Bonus bonus -> {
                words(placed, "name", bonus.name(), "bonus has no name");
                file(placed, bonus.media(), "media", false);
            }
            case Block.Quiz quiz -> holdsNothing(placed, "Add a question.");
            case Block.Question(String text, List<Block.Answer> answers) -> {
                words(placed, "text", text, "question is empty");
                if (answers.size() < 2) {
                    words(
                            placed,
                            "answers",
                            "",
                            "question has %d answers; it needs two at least".formatted(answers.size()));
                }
            }
            case Block.OfferItem item -> {
                words(placed, "title", item.title(), "offer item has no title");
                words(placed, "words", item.words(), "offer item's button has no words");
                file(placed, item.media(), "media", false);
                altText(placed, item.media(), item.description());
            }
            case Block.Quote(String text, String who) -> {}
            case Block.Countdown countdown -> countdown(placed, countdown);
            case Block.Divider() -> {}
            case Block.PopUp popUp -> holdsNothing(placed, "Put blocks into it.");
            case Block.Disclosure disclosure -> {}
            case Block.Code(String html) -> found.code(Optional.of(placed.id()), "html", html);
        }
    }

    private void words(Placed placed, String field, String words, String what) {
        if (words.isEmpty()) {
            found.add(
                    Check.EMPTY_BLOCK,
                    Grade.STOPS,
                    placed.id(),
                    field,
                    "This " + what + ".",
                    "Visitors would see an empty place.",
                    "Fill it in, hide the block, or drop it.");
        }
    }

    private void holdsNothing(Placed placed, String mend) {
        if (placed.inside().isEmpty()) {
            found.add(
                    Check.EMPTY_BLOCK,
                    Grade.STOPS,
                    placed.id(),
                    "inside",
                    "This %s holds nothing.".formatted(Findings.name(placed)),
                    "Visitors would see an empty place.",
                    mend);
        }
    }

    private void file(Placed placed, String media, String field, boolean needed) {
        if (needed
                ? !context.mediaBytes().containsKey(media)
                : !media.isEmpty() && !context.mediaBytes().containsKey(media)) {
            found.add(
                    Check.MEDIA_MISSING,
                    Grade.STOPS,
                    placed.id(),
                    field,
                    media.isEmpty()
                            ? "This %s has no file.".formatted(Findings.name(placed))
                            : "The file of this %s is no longer on the shelf.".formatted(Findings.name(placed)),
                    "Visitors would see an empty place.",
                    "Choose a file, hide the block, or drop it.");
        }
    }

    private void altText(Placed placed, String media, String description) {
        if (!media.isEmpty() && description.isEmpty()) {
            found.add(
                    Check.NO_ALT_TEXT,
                    Grade.STOPS,
                    placed.id(),
                    "description",
                    "This picture has no description.",
                    "Who cannot see it learns nothing from it.",
                    "Say in a few words what it shows.");
        }
    }

    private void video(Placed placed, Block.Video video) {
        if (video.frame().isEmpty()) {
            file(placed, video.media(), "media", true);
        }
        file(placed, video.still(), "still", false);
        if (video.description().isEmpty()) {
            found.add(
                    Check.NO_ALT_TEXT,
                    Grade.STOPS,
                    placed.id(),
                    "description",
                    "This video has no description.",
                    "Who cannot see it learns nothing from it.",
                    "Say in a few words what it shows.");
        }
        if (AUTOPLAY.matcher(video.frame()).find()
                && !MUTED.matcher(video.frame()).find()) {
            found.add(
                    Check.VIDEO_WITH_SOUND,
                    Grade.SHOULD,
                    placed.id(),
                    "frame",
                    "The player's address asks it to start by itself, with sound.",
                    "Browsers block it, and visitors leave when it does start.",
                    "Take autoplay out of the address, or add mute=1.");
        }
    }

    private void form(Placed placed, Block.Form form) {
        words(placed, "words", form.words(), "form's button has no words");
        if (form.list().isEmpty()) {
            found.add(
                    Check.NO_LIST,
                    Grade.ADVICE,
                    placed.id(),
                    "list",
                    "The form puts people on no list.",
                    "Whoever leaves an address here stands with the promotion, and gets no mail.",
                    "Choose a list in the form's settings.");
        }
        if (form.fields().size() > MANY_FIELDS) {
            found.add(
                    Check.MANY_FIELDS,
                    Grade.SHOULD,
                    placed.id(),
                    "fields",
                    "The form asks for %d things.".formatted(form.fields().size()),
                    "Each further field costs opt-ins.",
                    "Ask for the e-mail address, and at most one thing more.");
        }
        if (!context.legalComplete()) {
            found.add(
                    Check.FORM_WITHOUT_LEGAL,
                    Grade.STOPS,
                    placed.id(),
                    "legal",
                    "The page takes addresses, but the legal footer lacks a name, a postal address or a contact.",
                    "Who leaves an address must know who gets it.",
                    "Fill in the footer in Settings.");
        }
    }

    private void countdown(Placed placed, Block.Countdown countdown) {
        if (countdown.until().isEmpty() || !countdown.until().get().isAfter(context.now())) {
            found.add(
                    Check.COUNTDOWN_PAST,
                    Grade.STOPS,
                    placed.id(),
                    "until",
                    countdown.until().isEmpty() ? "The countdown has no end." : "The countdown is over already.",
                    "A deadline that is shown has to be one.",
                    "Choose a moment still to come, or drop the countdown.");
        }
        if (countdown.hides().isEmpty() && countdown.changes().isEmpty()) {
            found.add(
                    Check.COUNTDOWN_WITHOUT_EFFECT,
                    Grade.SHOULD,
                    placed.id(),
                    "hides",
                    "When the countdown is over, nothing ends.",
                    "A deadline without an end is not honest, and visitors notice.",
                    "Choose what is hidden or changed afterwards.");
        }
    }

    private void tokens(BlockId block, List<BlockWords.Line> lines) {
        lines.stream()
                .filter(BlockWords.Line::read)
                .forEach(line -> found.tokens(Optional.of(block), "text", line.words()));
    }
}
