package dev.wilyferret.core.wording;

import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.RichText;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** A block said in words: what a visitor reads in it, and how it is set. */
public final class BlockWords {

    /**
     * @param label what the words are; empty for the block's main words
     * @param read whether visitors read them, rather than only their effect
     */
    public record Line(String label, String words, boolean read) {}

    private BlockWords() {}

    /** All lines with something in them. */
    public static List<Line> of(Block block) {
        Lines lines = new Lines();
        switch (block) {
            case Block.Headline(String text) -> lines.read("", text);
            case Block.SubHeadline(String text) -> lines.read("", text);
            case Block.Text(RichText text) -> lines.read("", text.source());
            case Block.Benefits(List<String> all) -> all.forEach(line -> lines.read("line", line));
            case Block.Picture(String media, String description, boolean beside) ->
                lines.set("file", media).read("description", description).set("beside the next block", beside);
            case Block.Video video ->
                lines.set("file", video.media())
                        .set("player", video.frame())
                        .set("still picture", video.still())
                        .read("description", video.description())
                        .set("starts by itself", video.startsByItself())
                        .set("controls", video.controls())
                        .set("loop", video.loop());
            case Block.Button(String words, NextStep next) ->
                lines.read("", words).next("leads", next);
            case Block.Form form -> {
                lines.read("button", form.words()).next("leads", form.next());
                form.fields().forEach(field -> lines.read("field", field.line()));
                lines.set("list", form.list().map(Object::toString).orElse(""));
                lines.read("consent", form.consent()).read("thanks", form.thanks());
            }
            case Block.BonusList list ->
                lines.read("", list.title()).set("total", list.total()).set("handed out here", list.handedOut());
            case Block.Bonus bonus ->
                lines.read("", bonus.name())
                        .read("text", bonus.text())
                        .set("value", bonus.value())
                        .set("file", bonus.media())
                        .set("from the shelf", bonus.from().isPresent());
            case Block.Quiz(String words, NextStep end) ->
                lines.read("button", words).next("ends", end);
            case Block.Question(String text, List<Block.Answer> answers) -> {
                lines.read("", text);
                answers.forEach(answer ->
                        lines.read("answer", answer.words()).next("“" + answer.words() + "” leads", answer.next()));
            }
            case Block.OfferItem item ->
                lines.read("", item.title())
                        .read("text", item.text())
                        .read("button", item.words())
                        .next("leads", item.next())
                        .read("description", item.description())
                        .set("file", item.media());
            case Block.Quote(String text, String who) -> lines.read("", text).read("name", who);
            case Block.Countdown countdown ->
                lines.read("", countdown.words())
                        .set("ends", countdown.until().map(Object::toString).orElse(""))
                        .read("words afterwards", countdown.over())
                        .set("hides", countdown.hides().map(BlockId::text).orElse(""))
                        .set("changes", countdown.changes().map(BlockId::text).orElse(""))
                        .next("then leads", countdown.then())
                        .set("calendar file", countdown.calendar());
            case Block.Divider() -> {}
            case Block.PopUp(String name) -> lines.read("", name);
            case Block.Disclosure(String text) -> lines.read("", text);
            case Block.Code(String html) -> lines.set("code", html);
        }
        return List.copyOf(lines.all);
    }

    /** Where a next step leads, as far as the page itself knows; empty if not chosen. */
    static Optional<String> where(NextStep next) {
        return switch (next) {
            case NextStep.NotChosen() -> Optional.empty();
            case NextStep.ToPage(var page) -> Optional.of("to page " + page);
            case NextStep.ToPageToMake(String name) -> Optional.of("to a page to make, “" + name + "”");
            case NextStep.ToOffer() -> Optional.of("to the offer");
            case NextStep.ToAnotherOffer(var offer) -> Optional.of("to offer " + offer);
            case NextStep.OpenPopUp(BlockId popUp) -> Optional.of("to pop-up " + popUp);
            case NextStep.ShowThanks() -> Optional.of("to its thanks");
            case NextStep.ClosePopUp() -> Optional.of("closes the pop-up");
            case NextStep.JumpTo(BlockId block) -> Optional.of("to block " + block);
            case NextStep.HandOut(String file) -> Optional.of("hands out " + file);
            case NextStep.TwoAtOnce(NextStep newTab, NextStep here) ->
                Optional.of("in a new tab " + where(newTab).orElse("") + ", in this one "
                        + where(here).orElse(""));
        };
    }

    /** Gathers lines, leaving out empty ones. */
    private static final class Lines {
        private final List<Line> all = new ArrayList<>();

        Lines read(String label, String words) {
            return add(label, words, true);
        }

        Lines set(String label, String words) {
            return add(label, words, false);
        }

        Lines set(String label, boolean ticked) {
            return add(label, ticked ? "yes" : "", false);
        }

        Lines next(String label, NextStep next) {
            return add(label, where(next).orElse(""), false);
        }

        private Lines add(String label, String words, boolean read) {
            if (!words.isEmpty()) {
                all.add(new Line(label, words, read));
            }
            return this;
        }
    }
}
