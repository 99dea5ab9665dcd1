package dev.wilyferret.core.design;

import dev.wilyferret.core.color.Palette;
import dev.wilyferret.core.color.Rgb;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.RichText;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Puts a starting design together, one block a line. */
final class Sketch {

    static final Palette OYSTER = palette("#ffffff", "#eef3ee", "#1f2a24", "#4a574f", "#2c6a3f");
    static final Palette CELLAR = palette("#fbf6ec", "#f1e6d2", "#33231a", "#66503f", "#a8341c");
    static final Palette NIGHT = palette("#17202a", "#223040", "#f2f5f7", "#b4c0ca", "#f2b134");
    static final Palette CLAY = palette("#fffdf9", "#f6e9e2", "#2d2326", "#65545a", "#8a2f52");
    static final Palette SKY = palette("#f7fafc", "#e5eef5", "#1c2b3a", "#4b5c6d", "#1f5f96");

    private final String title;
    private final String description;
    private Look look = Look.PLAIN;
    private boolean indexed = true;
    private final List<Placed> blocks = new ArrayList<>();

    private Sketch(String title, String description) {
        this.title = title;
        this.description = description;
    }

    static Sketch of(String title, String description) {
        return new Sketch(title, description);
    }

    private static Palette palette(String paper, String panel, String ink, String quiet, String accent) {
        return new Palette(Rgb.parse(paper), Rgb.parse(panel), Rgb.parse(ink), Rgb.parse(quiet), Rgb.parse(accent));
    }

    Sketch look(Palette palette, Look.Pairing type, Look.Corners corners, Look.Buttons buttons, Look.Width width) {
        look = new Look(palette, type, corners, buttons, width, look.spacing(), look.columns());
        return this;
    }

    Sketch notIndexed() {
        indexed = false;
        return this;
    }

    private String nextId() {
        return "d"
                + (blocks.stream()
                                .mapToInt(placed -> 1 + placed.inside().size())
                                .sum()
                        + 1);
    }

    private Sketch add(Block block, Placed... inside) {
        blocks.add(Placed.of(nextId(), block, inside));
        return this;
    }

    Sketch headline(String text) {
        return add(new Block.Headline(text));
    }

    Sketch sub(String text) {
        return add(new Block.SubHeadline(text));
    }

    Sketch text(String source) {
        return add(new Block.Text(new RichText(source)));
    }

    Sketch benefits(String... lines) {
        return add(new Block.Benefits(List.of(lines)));
    }

    Sketch toOffer(String words) {
        return add(new Block.Button(words, new NextStep.ToOffer()));
    }

    /** @param fields what it asks for besides the e-mail address, as lines */
    Sketch form(String words, String thanks, String... fields) {
        return add(new Block.Form(FormField.all(fields), words, "", thanks, new NextStep.ShowThanks()));
    }

    Sketch quote(String text, String who) {
        return add(new Block.Quote(text, who));
    }

    /** @param bonuses name, what it is, value; three of them each */
    Sketch bonuses(String title, String... bonuses) {
        List<Placed> inside = new ArrayList<>();
        for (int i = 0; i < bonuses.length; i += 3) {
            inside.add(
                    Placed.of(nextId() + "x" + i / 3, new Block.Bonus("", bonuses[i], bonuses[i + 1], bonuses[i + 2])));
        }
        return add(new Block.BonusList(title, true), inside.toArray(new Placed[0]));
    }

    /** @param questions each a question and its answers */
    Sketch quiz(String words, List<List<String>> questions) {
        List<Placed> inside = new ArrayList<>();
        for (List<String> question : questions) {
            inside.add(Placed.of(
                    nextId() + "x" + inside.size(),
                    new Block.Question(
                            question.getFirst(),
                            question.stream()
                                    .skip(1)
                                    .map(answer -> new Block.Answer(answer, new NextStep.NotChosen()))
                                    .toList())));
        }
        return add(new Block.Quiz(words, new NextStep.ToOffer()), inside.toArray(new Placed[0]));
    }

    Sketch offer(String title, String text, String words) {
        return add(new Block.OfferItem("", "", title, text, words, new NextStep.ToOffer()));
    }

    Sketch countdown(String words, String over) {
        return add(new Block.Countdown(
                Optional.empty(), words, over, Optional.empty(), Optional.empty(), new NextStep.NotChosen(), true));
    }

    Sketch disclosure() {
        return add(
                new Block.Disclosure("I earn a commission if you buy through this page. It costs you nothing extra."));
    }

    StartingDesign as(String key, String name, String purpose) {
        PageSettings settings = new PageSettings(title, description, "", "", "en", indexed, false, "", "");
        return new StartingDesign(key, name, purpose, new ContentPage(settings, look, new Blocks(blocks), List.of()));
    }
}
