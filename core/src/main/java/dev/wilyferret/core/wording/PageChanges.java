package dev.wilyferret.core.wording;

import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageDocument.OutsidePage;
import dev.wilyferret.core.page.PageDocument.RedirectPage;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.text.PlainText;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Says in sentences what differs between two states of a page. */
public final class PageChanges {

    private static final int SHOWN = 120;

    private PageChanges() {}

    /**
     * What publishing the draft would change; empty if nothing.
     *
     * @param published empty if the page was never published
     */
    public static List<String> between(Optional<PageDocument> published, PageDocument draft) {
        return published
                .map(before -> between(before, draft))
                .orElse(List.of("The page goes public for the first time."));
    }

    /** What leads from one state to the other; empty if they are the same. */
    public static List<String> between(PageDocument before, PageDocument after) {
        List<String> changes = new ArrayList<>();
        if (before instanceof ContentPage old && after instanceof ContentPage now) {
            settings(changes, old.settings(), now.settings());
            blocks(changes, old.blocks(), now.blocks());
            if (!old.look().equals(now.look())) {
                changes.add("Another look: colours, faces or layout.");
            }
        }
        if (before instanceof RedirectPage old && after instanceof RedirectPage now) {
            text(changes, "Public title", old.title(), now.title());
            if (old.referrer() != now.referrer()) {
                changes.add("The offer learns %s of where visitors come from."
                        .formatted(now.referrer().words()));
            }
            if (old.oncePerVisit() != now.oncePerVisit()) {
                changes.add(now.oncePerVisit() ? "Pixels fire once a visit." : "Pixels fire every time.");
            }
            if (!old.hold().equals(now.hold())) {
                changes.add("Stays at most %,d ms instead of %,d ms."
                        .formatted(now.hold().millis(), old.hold().millis()));
            }
        }
        if (before instanceof OutsidePage old && after instanceof OutsidePage now) {
            text(changes, "Address", old.address().text(), now.address().text());
            text(changes, "Parameter for the click id", old.clickParameter(), now.clickParameter());
            text(changes, "Steps", String.join(", ", old.steps()), String.join(", ", now.steps()));
        }
        if (!before.pixels().equals(after.pixels())) {
            changes.add("Pixels that fire: %d instead of %d, or others."
                    .formatted(after.pixels().size(), before.pixels().size()));
        }
        return changes;
    }

    private static void settings(List<String> changes, PageSettings old, PageSettings now) {
        text(changes, "Public title", old.title(), now.title());
        text(changes, "Description", old.description(), now.description());
        text(changes, "Language", old.language(), now.language());
        text(changes, "Share picture", old.sharePicture(), now.sharePicture());
        text(changes, "Icon", old.icon(), now.icon());
        text(changes, "Code for the head", old.headCode(), now.headCode());
        text(changes, "Code for the end", old.endCode(), now.endCode());
        if (old.indexed() != now.indexed()) {
            changes.add(now.indexed() ? "Search engines are let in." : "Search engines are kept out.");
        }
        if (old.consent() != now.consent()) {
            changes.add(now.consent() ? "Pixels wait for consent." : "Pixels no longer wait for consent.");
        }
    }

    private static void blocks(List<String> changes, Blocks old, Blocks now) {
        Map<BlockId, Placed> before = byId(old);
        Map<BlockId, Placed> after = byId(now);
        after.forEach((id, placed) -> {
            Placed was = before.get(id);
            if (was == null) {
                changes.add("%s added%s.".formatted(name(placed), quoted(placed)));
            } else {
                block(changes, was, placed);
            }
        });
        before.forEach((id, placed) -> {
            if (!after.containsKey(id)) {
                changes.add("%s dropped%s.".formatted(name(placed), quoted(placed)));
            }
        });
        if (!order(before, after.keySet()).equals(order(after, before.keySet()))) {
            changes.add("Blocks stand in another order.");
        }
    }

    private static Map<BlockId, Placed> byId(Blocks blocks) {
        return blocks.all().collect(Collectors.toMap(Placed::id, placed -> placed, (a, b) -> a, LinkedHashMap::new));
    }

    private static Set<BlockId> inBoth(Map<BlockId, Placed> blocks, Set<BlockId> others) {
        Set<BlockId> both = new LinkedHashSet<>(blocks.keySet());
        both.retainAll(others);
        return both;
    }

    private static List<BlockId> order(Map<BlockId, Placed> blocks, Set<BlockId> others) {
        return List.copyOf(inBoth(blocks, others));
    }

    private static void block(List<String> changes, Placed was, Placed now) {
        if (was.hidden() != now.hidden()) {
            changes.add("%s is %s.".formatted(name(now), now.hidden() ? "hidden" : "shown again"));
        }
        if (was.audience() != now.audience()) {
            changes.add("%s is shown %s."
                    .formatted(
                            name(now),
                            switch (now.audience()) {
                                case EVERYONE -> "everywhere";
                                case PHONES -> "on phones only";
                                case WIDE_SCREENS -> "on wide screens only";
                            }));
        }
        Map<String, List<String>> old = byLabel(was.block());
        Map<String, List<String>> fresh = byLabel(now.block());
        Set<String> labels = new LinkedHashSet<>(old.keySet());
        labels.addAll(fresh.keySet());
        for (String label : labels) {
            lines(
                    changes,
                    label.isEmpty() ? name(now) : name(now) + ", " + label,
                    old.getOrDefault(label, List.of()),
                    fresh.getOrDefault(label, List.of()));
        }
    }

    private static Map<String, List<String>> byLabel(Block block) {
        return BlockWords.of(block).stream()
                .collect(Collectors.groupingBy(
                        BlockWords.Line::label,
                        LinkedHashMap::new,
                        Collectors.mapping(BlockWords.Line::words, Collectors.toList())));
    }

    private static void lines(List<String> changes, String what, List<String> old, List<String> now) {
        if (old.size() <= 1 && now.size() <= 1) {
            text(changes, what, String.join("", old), String.join("", now));
            return;
        }
        now.stream().filter(line -> !old.contains(line)).forEach(line -> text(changes, what, "", line));
        old.stream().filter(line -> !now.contains(line)).forEach(line -> text(changes, what, line, ""));
        if (!old.equals(now) && old.size() == now.size() && old.containsAll(now)) {
            changes.add("%s: the lines stand in another order.".formatted(what));
        }
    }

    private static String name(Placed placed) {
        return placed.block().kind().words();
    }

    private static String quoted(Placed placed) {
        return BlockWords.of(placed.block()).stream()
                .filter(BlockWords.Line::read)
                .findFirst()
                .map(line -> ": “" + cut(line.words()) + "”")
                .orElse("");
    }

    private static void text(List<String> changes, String what, String old, String now) {
        if (old.equals(now)) {
            return;
        }
        if (old.isEmpty()) {
            changes.add("%s added: “%s”.".formatted(what, cut(now)));
        } else if (now.isEmpty()) {
            changes.add("%s dropped; it was “%s”.".formatted(what, cut(old)));
        } else {
            changes.add("%s: “%s” instead of “%s”.".formatted(what, cut(now), cut(old)));
        }
    }

    private static String cut(String words) {
        return PlainText.cut(words, SHOWN);
    }
}
