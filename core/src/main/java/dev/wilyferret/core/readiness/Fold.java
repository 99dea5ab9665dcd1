package dev.wilyferret.core.readiness;

import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.BlockKind;
import dev.wilyferret.core.page.Blocks;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * What one screen shows before scrolling, as measured in the live page.
 *
 * @param bottoms the lower edge of each block in CSS pixels from the page's top; blocks not shown at all are missing
 */
public record Fold(Screen screen, Map<BlockId, Integer> bottoms) {

    /** A common phone and a common laptop, less what the browser itself takes. */
    public enum Screen {
        PHONE("a phone", 390, 664),
        LAPTOP("a laptop", 1366, 625);

        private final String words;
        private final int width;
        private final int height;

        Screen(String words, int width, int height) {
            this.words = words;
            this.width = width;
            this.height = height;
        }

        public String words() {
            return words;
        }

        /** In CSS pixels. */
        public int width() {
            return width;
        }

        /** What is visible before scrolling, in CSS pixels. */
        public int height() {
            return height;
        }
    }

    public Fold {
        bottoms = Map.copyOf(bottoms);
    }

    /** Whether a block can be seen whole before scrolling; false if it is not shown. */
    public boolean above(BlockId id) {
        Integer bottom = bottoms.get(id);
        return bottom != null && bottom <= screen.height;
    }

    /** Which of what matters is above the fold, as a sentence. */
    public String sentence(Blocks blocks) {
        List<String> above = new ArrayList<>();
        List<String> below = new ArrayList<>();
        blocks.shown().forEach(placed -> {
            BlockKind kind = placed.block().kind();
            boolean matters = switch (kind) {
                case HEADLINE, SUB_HEADLINE, BUTTON, FORM, VIDEO, PICTURE, QUIZ, COUNTDOWN -> true;
                default -> false;
            };
            if (matters && bottoms.containsKey(placed.id())) {
                List<String> side = above(placed.id()) ? above : below;
                String word = kind.words().toLowerCase(java.util.Locale.ROOT);
                if (!side.contains(word)) {
                    side.add(word);
                }
            }
        });
        String place = " above the fold on " + screen.words;
        if (above.isEmpty()) {
            return below.isEmpty() ? "Nothing stands on the page yet." : "Nothing that matters is" + place + ".";
        }
        String first = joined(above) + (above.size() == 1 ? " is" : " are") + place;
        String rest = below.isEmpty() ? "." : "; " + joined(below) + (below.size() == 1 ? " is not." : " are not.");
        return Character.toUpperCase(first.charAt(0)) + first.substring(1) + rest;
    }

    private static String joined(List<String> words) {
        return words.size() == 1
                ? words.getFirst()
                : String.join(", ", words.subList(0, words.size() - 1)) + " and " + words.getLast();
    }
}
