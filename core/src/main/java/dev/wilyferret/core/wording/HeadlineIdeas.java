package dev.wilyferret.core.wording;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Words;
import java.util.ArrayList;
import java.util.List;

/** Headlines in shapes that have proven themselves, filled from three short answers. */
public final class HeadlineIdeas {

    /** How many characters fit a line of a headline on a phone of 390 pixels. */
    private static final int LINE = 21;

    /**
     * @param shape what the shape does, in a few words
     * @param phoneLines how many lines it takes on a phone, by whole words
     */
    public record Idea(String shape, String headline, int phoneLines) {}

    private HeadlineIdeas() {}

    /**
     * @param wish what they want, as it follows "to": "pick mushrooms at home"
     * @param fear what they would rather do without: "a garden"
     * @param thing what they get to see or take along: "a short video"
     */
    public static List<Idea> from(String wish, String fear, String thing) {
        String want = PlainText.optionalLine("wish", wish, 80);
        String avoid = PlainText.optionalLine("fear", fear, 80);
        String take = PlainText.optionalLine("thing", thing, 80);
        List<Idea> ideas = new ArrayList<>();
        if (!want.isEmpty() && !avoid.isEmpty()) {
            add(ideas, "The wish without the fear", "%s – without %s".formatted(large(want), avoid));
            add(ideas, "The fear answered", "You can %s, and %s need not stop you".formatted(want, avoid));
        }
        if (!want.isEmpty()) {
            add(ideas, "A question that is answered below", "What does it really take to %s?".formatted(want));
        }
        if (!want.isEmpty() && !take.isEmpty()) {
            add(ideas, "Something free that shows how", "Free: %s that shows you how to %s".formatted(take, want));
            add(ideas, "A question the visitor asks", "Want to %s? %s shows the way".formatted(want, large(take)));
        }
        if (!want.isEmpty() && !avoid.isEmpty() && !take.isEmpty()) {
            add(ideas, "All three", "How to %s without %s – %s".formatted(want, avoid, take));
        }
        return List.copyOf(ideas);
    }

    private static void add(List<Idea> ideas, String shape, String headline) {
        ideas.add(new Idea(shape, headline, phoneLines(headline)));
    }

    /** Lines of at most 21 characters, broken between words; a longer word takes lines of its own. */
    public static int phoneLines(String headline) {
        int lines = 0;
        int room = 0;
        for (String word : headline.strip().split("\\s+")) {
            int letters = Words.letters(word);
            if (letters > room) {
                lines += Math.ceilDiv(letters, LINE);
                room = LINE * Math.ceilDiv(letters, LINE);
            }
            room -= letters + 1;
        }
        return lines;
    }

    private static String large(String words) {
        return words.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + words.substring(1);
    }
}
