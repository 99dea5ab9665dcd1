package dev.wilyferret.core.readiness;

import dev.wilyferret.core.page.BlockId;
import java.util.Optional;

/**
 * Something about a page that should be known before visitors see it.
 *
 * @param block where it is; empty if it concerns the page as a whole
 * @param field the setting or line to mend there, as the bench calls it
 * @param what what is wrong, as a sentence
 * @param why why it matters, as a sentence
 * @param mend how to mend it, as a sentence
 */
public record Finding(
        Check check, Grade grade, Optional<BlockId> block, String field, String what, String why, String mend) {

    public enum Grade {
        STOPS("stops publishing"),
        SHOULD("should be mended"),
        ADVICE("advice");

        private final String words;

        Grade(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** What was looked at. */
    public enum Check {
        NO_HEADLINE,
        SEVERAL_HEADLINES,
        NO_ACTION,
        COMPETING_ACTIONS,
        ACTION_BELOW_FOLD,
        NO_NEXT_STEP,
        PAGE_MISSING,
        PAGE_NOT_PUBLISHED,
        POP_UP_MISSING,
        PART_MISSING,
        HANDED_FILE_MISSING,
        NO_LIST,
        UNTAGGED_LINK,
        MANY_FIELDS,
        FORM_WITHOUT_LEGAL,
        NO_DISCLOSURE,
        NO_ALT_TEXT,
        MEDIA_MISSING,
        CONTRAST,
        NO_TITLE,
        NO_DESCRIPTION,
        TOO_HEAVY,
        TOKEN_WITHOUT_FALLBACK,
        TOKEN_NOT_READ,
        COUNTDOWN_PAST,
        COUNTDOWN_WITHOUT_EFFECT,
        COUNTDOWN_AT_ODDS,
        COUNTDOWN_LEAVES_NO_WAY,
        VIDEO_WITH_SOUND,
        INSECURE_ADDRESS,
        OUTSIDE_CODE,
        EMPTY_BLOCK,
        ONE_BENEFIT,
        LONG_HEADLINE
    }

    /** The sentences together. */
    public String message() {
        return what + " " + mend;
    }
}
