package dev.wilyferret.core.page;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.List;

/**
 * A part of a page, in reading order. Texts may still be empty while a page is being written; {@link PublishCheck} says
 * what is missing before visitors see it.
 */
public sealed interface Block {

    int MOST_BENEFITS = 5;

    /** At most 200 characters. */
    record Headline(String text) implements Block {
        public Headline {
            text = PlainText.optionalLine("headline", text, 200);
        }
    }

    /** At most 300 characters. */
    record SubHeadline(String text) implements Block {
        public SubHeadline {
            text = PlainText.optionalLine("sub-headline", text, 300);
        }
    }

    /**
     * A picture or a short video from the shelf.
     *
     * @param media the file's name on the shelf, as the shelf made it
     * @param description what it shows, for those who cannot see it; at most 200 characters
     */
    record Media(String media, String description) implements Block {
        public Media {
            description = PlainText.optionalLine("description of the picture", description, 200);
        }
    }

    /** Two to five lines saying what the visitor gets, each at most 200 characters; empty ones are dropped. */
    record Benefits(List<String> lines) implements Block {
        public Benefits {
            lines = lines.stream()
                    .map(line -> PlainText.optionalLine("benefit line", line, 200))
                    .filter(line -> !line.isEmpty())
                    .toList();
            if (lines.size() > MOST_BENEFITS) {
                throw new Refusal("There are %d benefit lines; at most %d fit. Join or drop some."
                        .formatted(lines.size(), MOST_BENEFITS));
            }
        }
    }

    /** The page's call to action; its words are at most 60 characters. */
    record Button(String words, NextStep next) implements Block {
        public Button {
            words = PlainText.optionalLine("button", words, 60);
        }
    }

    /** The affiliate disclosure, at most 500 characters. */
    record Disclosure(String text) implements Block {
        public Disclosure {
            text = PlainText.optionalLine("disclosure", text, 500);
        }
    }
}
