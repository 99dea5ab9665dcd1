package dev.wilyferret.app.people;

import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.people.Membership;
import java.time.Instant;
import java.util.Optional;

/**
 * The people of a list that are meant; what is empty does not narrow them.
 *
 * @param text a part of the address or the name
 * @param from joined at this moment or later
 * @param until joined before this moment
 */
public record Audience(
        Optional<Membership> membership,
        String text,
        String tag,
        String source,
        Optional<PageId> page,
        Optional<Instant> from,
        Optional<Instant> until) {

    /**
     * The rows of the people who are meant, for the list, its count and a broadcast alike. Its parameters are {@code
     * workspace}, {@code list}, {@code state} and those of the audience's own names; {@code text} is {@link #like}. The
     * empty string and null narrow nothing.
     */
    public static final String MEANT = """
            (select * from subscriber where workspace_id = :workspace and list_id = :list
              and (:state = '' or state = :state)
              and (:tag = '' or tags @> array[cast(:tag as text)])
              and (:source = '' or source = :source)
              and (cast(:page as uuid) is null or page_id = :page)
              and (cast(:from as timestamptz) is null or joined_at >= :from)
              and (cast(:until as timestamptz) is null or joined_at < :until)
              and (:text = '' or (email || ' ' || first_name || ' ' || last_name) ilike :text)) meant
            """;

    /** The rows of the confirmed people of {@code list} who get its sequence. */
    public static final String IN_SEQUENCE = """
            (select * from subscriber
              where workspace_id = :workspace and list_id = :list and state = 'CONFIRMED' and in_sequence) reader
            """;

    public static final Audience EVERYBODY =
            new Audience(Optional.empty(), "", "", "", Optional.empty(), Optional.empty(), Optional.empty());

    public Audience membership(Membership only) {
        return new Audience(Optional.of(only), text, tag, source, page, from, until);
    }

    /** The text as a pattern in which each of its characters stands for itself; empty narrows nothing. */
    public String like() {
        return text.isBlank() ? "" : "%" + EmailAddress.asKept(text.strip()).replaceAll("([\\\\%_])", "\\\\$1") + "%";
    }
}
