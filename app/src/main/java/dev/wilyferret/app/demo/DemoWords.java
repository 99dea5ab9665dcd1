package dev.wilyferret.app.demo;

import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.Placed;
import java.util.List;

/** What stands on the demo's pages that are not the starting designs' own words. */
final class DemoWords {

    private DemoWords() {}

    /** A page at the end of the quiz. */
    static ContentPage result(String headline, String text, String button, NextStep next) {
        ContentPage design = StartingDesign.bridge().page();
        boolean[] led = new boolean[1];
        return design.blocks(blocks -> {
            for (Placed placed : blocks.all().toList()) {
                Block changed = switch (placed.block()) {
                    case Block.Headline old -> new Block.Headline(headline);
                    case Block.SubHeadline old -> new Block.SubHeadline(text);
                    case Block.Button old
                    when !led[0] -> {
                        led[0] = true;
                        yield new Block.Button(button, next);
                    }
                    case Block old -> old.leading(step -> next);
                };
                blocks = blocks.changed(placed.id(), one -> one.with(changed));
            }
            return blocks;
        });
    }

    /**
     * The design's questions; who can offer no more than a warm kitchen has no room.
     *
     * @param room the page for those who have room, which is still to be made
     * @param none the page for the others
     */
    static ContentPage quiz(String room, String none) {
        ContentPage design = StartingDesign.of("quiz").orElseThrow().page();
        return design.leading(step -> step instanceof NextStep.ToOffer ? new NextStep.ToPageToMake(room) : step)
                .blocks(blocks -> {
                    for (Placed placed : blocks.all().toList()) {
                        if (placed.block() instanceof Block.Question(String text, List<Block.Answer> answers)) {
                            List<Block.Answer> led = answers.stream()
                                    .map(answer -> answer.words().equals("In the kitchen")
                                                    || answer.words().equals("Warmer")
                                            ? new Block.Answer(answer.words(), new NextStep.ToPageToMake(none))
                                            : answer)
                                    .toList();
                            blocks = blocks.changed(placed.id(), one -> one.with(new Block.Question(text, led)));
                        }
                    }
                    return blocks;
                });
    }
}
