package dev.wilyferret.app.links;

import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.figures.Tally;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Links as a list shows them, some at a time.
 *
 * @param found how many there are of what was asked for
 * @param page from 1 on
 */
record LinkList(List<Listed> rows, Asked asked, int found, int page, int pages, Set<String> sources) {

    private static final int AT_ONCE = 100;

    /** How a link stands in a list. */
    enum Standing {
        AT_WORK,
        ENDED,
        PAUSED,
        ARCHIVED;

        static Standing of(TrackingLink link, long billed, Instant now) {
            return switch (link.state()) {
                case ARCHIVED -> ARCHIVED;
                case PAUSED -> PAUSED;
                case ACTIVE ->
                    link.details()
                                    .ending()
                                    .filter(ending -> ended(ending, billed, now))
                                    .isPresent()
                            ? ENDED
                            : AT_WORK;
            };
        }

        private static boolean ended(LinkDetails.Ending ending, long billed, Instant now) {
            return ending.at().filter(at -> !now.isBefore(at)).isPresent()
                    || ending.clicks().isPresent() && billed >= ending.clicks().getAsInt();
        }

        public String words() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }
    }

    /**
     * @param handedOut the address to hand out, with the tokens of its source
     * @param leadsTo the name of what it leads to
     * @param clicks ever
     */
    record Listed(
            TrackingLink link,
            String handedOut,
            String promotion,
            String leadsTo,
            Tally.Clicks clicks,
            Standing standing) {}

    /**
     * What is looked for.
     *
     * @param words each of which stands in the link's host, code, tags, note, ad's words or names; case does not matter
     * @param source a source tag; empty for any
     * @param standing one of them; empty for all but the archived
     */
    record Asked(String words, String source, String standing) {

        static final Asked ANY = new Asked("", "", "");

        public boolean any() {
            return equals(ANY);
        }

        private boolean fits(Listed one) {
            boolean wanted = standing.isEmpty()
                    ? !one.link().archived()
                    : one.standing().name().equals(standing);
            return wanted
                    && (source.isEmpty() || one.link().tags().source().equals(source))
                    && Arrays.stream(words.toLowerCase(Locale.ROOT).split("\\s+"))
                            .allMatch(text(one)::contains);
        }

        private static String text(Listed one) {
            LinkDetails details = one.link().details();
            return Stream.concat(
                            Stream.of(
                                    one.link().code().text(),
                                    one.link().host().map(OwnHost::readable).orElse(""),
                                    details.note(),
                                    details.adWords(),
                                    one.leadsTo(),
                                    one.promotion()),
                            details.tags().parameters().values().stream())
                    .collect(Collectors.joining("\n"))
                    .toLowerCase(Locale.ROOT);
        }
    }

    static LinkList of(List<Listed> all, Asked asked, int page) {
        List<Listed> found = all.stream().filter(asked::fits).toList();
        int pages = Math.max(1, (found.size() + AT_ONCE - 1) / AT_ONCE);
        int shown = Math.clamp(page, 1, pages);
        return new LinkList(
                found.stream().skip((long) (shown - 1) * AT_ONCE).limit(AT_ONCE).toList(),
                asked,
                found.size(),
                shown,
                pages,
                all.stream()
                        .map(one -> Objects.requireNonNull(one.link().tags().source()))
                        .collect(Collectors.toCollection(TreeSet::new)));
    }
}
