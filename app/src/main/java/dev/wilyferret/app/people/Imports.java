package dev.wilyferret.app.people;

import dev.wilyferret.app.forms.CsvFile;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.ImportId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.text.Fault;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.SafeCell;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Brings people in from a file, a thousand rows in one step each; where it stands is kept with the rows, so that it goes on
 * after a crash just there. Every row that is not put on the list is named with the reason.
 */
@Service
public class Imports {

    private static final Logger LOG = LoggerFactory.getLogger(Imports.class);
    private static final int STEP = 1000;
    private static final Duration AGAIN = Duration.ofSeconds(5);

    /** How far an import has come. */
    public enum State {
        NEW,
        RUNNING,
        STOPPED,
        DONE
    }

    private final ImportStore imports;
    private final Erasures erasures;
    private final TransactionTemplate transaction;
    private final UuidV7 ids;
    private final Clock clock;

    Imports(ImportStore imports, Erasures erasures, TransactionTemplate transaction, UuidV7 ids, Clock clock) {
        this.imports = imports;
        this.erasures = erasures;
        this.transaction = transaction;
        this.ids = ids;
        this.clock = clock;
    }

    /** @param first the first rows, to look at */
    public record Look(
            ImportId id,
            ListId list,
            String name,
            State state,
            int total,
            int done,
            int added,
            boolean errors,
            List<String> names,
            List<String> guesses,
            List<List<String>> first) {

        public int percent() {
            return total == 0 ? 100 : (int) (done * 100L / total);
        }
    }

    /** @throws Refusal if the file cannot be read */
    @Transactional
    public ImportId bring(WorkspaceId workspace, ListId list, String name, byte[] content) {
        CsvFile file = CsvFile.read(content);
        ImportRow row = new ImportRow(
                RowKey.of(workspace, ids.next()),
                list.value(),
                PlainText.optionalLine("file name", name.replaceAll("\\p{C}", ""), 200),
                content,
                new ImportRow.Plan(List.of(), "", false),
                file.rows().size(),
                clock.instant());
        imports.save(row);
        return new ImportId(row.key.id());
    }

    @Transactional(readOnly = true)
    public Optional<Look> find(WorkspaceId workspace, ImportId id) {
        return imports.findById(RowKey.of(workspace, id)).map(row -> {
            CsvFile file = row.state == State.NEW ? CsvFile.read(row.content) : new CsvFile(List.of(), List.of());
            return new Look(
                    id,
                    new ListId(row.list),
                    row.name,
                    row.state,
                    row.total,
                    row.done,
                    row.added,
                    !row.errors.isEmpty(),
                    file.names(),
                    file.names().stream().map(Imports::guess).toList(),
                    file.rows().stream().limit(5).toList());
        });
    }

    /**
     * Begins to put the rows on the list, or goes on with it.
     *
     * @param columns what each column holds: {@code email}, {@code first_name}, {@code last_name}, {@code phone}, {@code tag},
     *     or nothing
     * @param inSequence whether the people get the list's sequence
     * @throws Refusal if no column, or more than one, holds the address
     */
    public void begin(WorkspaceId workspace, ImportId id, List<String> columns, String tag, boolean inSequence) {
        if (columns.stream().filter("email"::equals).count() != 1) {
            throw new Refusal("Say which one column holds the e-mail address.");
        }
        String checked = PlainText.optionalLine("tag", tag, 40);
        begin(workspace, id, State.NEW, row -> row.plan = new ImportRow.Plan(columns, checked, inSequence));
    }

    /** Goes on with an import that was stopped. */
    public void resume(WorkspaceId workspace, ImportId id) {
        begin(workspace, id, State.STOPPED, row -> {});
    }

    private void begin(WorkspaceId workspace, ImportId id, State from, Consumer<ImportRow> change) {
        Optional<ImportRow> begun = Objects.requireNonNull(transaction.execute(status -> {
            Optional<ImportRow> waiting =
                    imports.toChange(RowKey.of(workspace, id)).filter(row -> row.state == from);
            waiting.ifPresent(row -> {
                change.accept(row);
                row.state = State.RUNNING;
            });
            return waiting;
        }));
        if (begun.isPresent()) {
            run(workspace, id);
        }
    }

    @Transactional
    public void stop(WorkspaceId workspace, ImportId id) {
        imports.toChange(RowKey.of(workspace, id))
                .filter(row -> row.state == State.RUNNING)
                .ifPresent(row -> row.state = State.STOPPED);
    }

    /** Rows that were not put on the list, as a CSV file. */
    @Transactional(readOnly = true)
    public Optional<String> errors(WorkspaceId workspace, ImportId id) {
        return imports.findById(RowKey.of(workspace, id)).map(row -> "row,address,reason\r\n" + row.errors);
    }

    /** Whoever is erased is not named any more among the rows that were not taken, nor in files that are not done. */
    @EventListener
    @Transactional
    public void forget(People.Erased erased) {
        imports.forget(erased.workspace().value(), erased.address(), erased.addressKey());
        for (ImportRow row : imports.undone(erased.workspace().value())) {
            CsvFile file = CsvFile.read(row.content);
            List<List<String>> scrubbed = file.rows().stream()
                    .map(cells -> cells.stream().anyMatch(cell -> is(cell, erased.addressKey()))
                            ? List.of("(erased)")
                            : cells)
                    .toList();
            if (!scrubbed.equals(file.rows())) {
                row.content = new CsvFile(file.names(), scrubbed).written();
            }
        }
    }

    private static boolean is(String cell, String addressKey) {
        try {
            return cell.contains("@") && new EmailAddress(cell).key().equals(addressKey);
        } catch (Refusal noAddress) {
            return false;
        }
    }

    @EventListener(ApplicationReadyEvent.class)
    void goOn() {
        imports.running().forEach(row -> run(new WorkspaceId(row.key.workspace()), new ImportId(row.key.id())));
    }

    private void run(WorkspaceId workspace, ImportId id) {
        Thread.ofVirtual().name("import").start(() -> {
            try {
                boolean more = true;
                while (more) {
                    more = goneOn(workspace, id);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            } catch (RuntimeException e) {
                LOG.error("An import stood still; it goes on after a restart: {}", Fault.of(e));
            }
        });
    }

    /** False once there is nothing more to do; while the database is out of reach it is tried again. */
    private boolean goneOn(WorkspaceId workspace, ImportId id) throws InterruptedException {
        try {
            CsvFile file = transaction.execute(status ->
                    CsvFile.read(imports.findById(RowKey.of(workspace, id)).orElseThrow().content));
            boolean more = true;
            while (more) {
                more = Boolean.TRUE.equals(transaction.execute(status -> step(workspace, id, file)));
            }
            return false;
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("An import could not go on; it is tried again: {}", Fault.of(e));
            Thread.sleep(AGAIN);
            return true;
        }
    }

    /** Puts the next rows on the list; false once there is nothing more to do. */
    private boolean step(WorkspaceId workspace, ImportId id, CsvFile file) {
        ImportRow row = imports.toChange(RowKey.of(workspace, id)).orElseThrow();
        if (row.state != State.RUNNING) {
            return false;
        }
        List<List<String>> rows = file.rows()
                .subList(row.done, Math.min(row.done + STEP, file.rows().size()));
        StringBuilder errors = new StringBuilder(row.errors);
        Map<String, Integer> numberByKey = new LinkedHashMap<>();
        List<Person> good = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            // The first line holds the names, and people count from one.
            int number = row.done + i + 2;
            try {
                Person person = person(rows.get(i), row.plan);
                if (numberByKey.putIfAbsent(person.email.key(), number) == null) {
                    good.add(person);
                } else {
                    note(errors, number, person.email.text(), "The address stands in the file twice.");
                }
            } catch (Refusal refusal) {
                note(errors, number, address(rows.get(i), row.plan), refusal.getMessage());
            }
        }
        row.added += put(row, good, numberByKey, errors);
        row.done += rows.size();
        row.errors = errors.toString();
        if (row.done >= file.rows().size()) {
            row.state = State.DONE;
            // The people stand on the list now; the file is not kept beside it.
            row.content = new byte[0];
        }
        return row.state == State.RUNNING;
    }

    private int put(ImportRow row, List<Person> all, Map<String, Integer> numberByKey, StringBuilder errors) {
        WorkspaceId workspace = new WorkspaceId(row.key.workspace());
        Set<String> erased = erasures.among(
                workspace, all.stream().map(person -> person.email.key()).toList());
        List<Person> good = new ArrayList<>();
        for (Person person : all) {
            if (erased.contains(person.email.key())) {
                note(
                        errors,
                        Objects.requireNonNull(numberByKey.get(person.email.key())),
                        "(erased)",
                        "They asked to be forgotten; only their own opt-in brings them back.");
            } else {
                good.add(person);
            }
        }
        Set<String> put = new HashSet<>(imports.put(
                workspace.value(),
                row.list,
                clock.instant(),
                row.plan.inSequence(),
                good.stream().map(person -> ids.next()).toArray(UUID[]::new),
                texts(good, person -> person.email.text()),
                texts(good, person -> person.email.key()),
                texts(good, Person::first),
                texts(good, Person::last),
                texts(good, Person::phone),
                texts(good, Person::tag)));
        List<Person> known = good.stream()
                .filter(person -> !put.contains(person.email.key()))
                .toList();
        Set<String> left = known.isEmpty()
                ? Set.of()
                : new HashSet<>(imports.left(workspace.value(), row.list, texts(known, person -> person.email.key())));
        known.forEach(person -> note(
                errors,
                Objects.requireNonNull(numberByKey.get(person.email.key())),
                person.email.text(),
                left.contains(person.email.key())
                        ? "They had left this list; only their own opt-in brings them back."
                        : "The address is on this list already."));
        return put.size();
    }

    private record Person(EmailAddress email, String first, String last, String phone, String tag) {}

    private static String[] texts(List<Person> people, java.util.function.Function<Person, String> part) {
        return people.stream().map(part).toArray(String[]::new);
    }

    private static Person person(List<String> cells, ImportRow.Plan plan) {
        String tag = cell(cells, plan, "tag");
        return new Person(
                new EmailAddress(cell(cells, plan, "email")),
                PlainText.optionalLine("first name", cell(cells, plan, "first_name"), 300),
                PlainText.optionalLine("last name", cell(cells, plan, "last_name"), 300),
                PlainText.optionalLine("phone", cell(cells, plan, "phone"), 300),
                PlainText.optionalLine("tag", tag.isBlank() ? plan.tag() : tag, 40));
    }

    private static String cell(List<String> cells, ImportRow.Plan plan, String part) {
        int at = plan.columns().indexOf(part);
        return at < 0 || at >= cells.size() ? "" : cells.get(at).strip();
    }

    private static String address(List<String> cells, ImportRow.Plan plan) {
        String text = cell(cells, plan, "email").replaceAll("\\p{C}", " ");
        return PlainText.cut(text, 100);
    }

    private static void note(StringBuilder errors, int number, String address, String reason) {
        errors.append(number)
                .append(",\"")
                .append(SafeCell.of(address).replace("\"", "\"\""))
                .append("\",\"")
                .append(reason.replace("\"", "\"\""))
                .append("\"\r\n");
    }

    /** What a column probably holds, by its name. */
    static String guess(String name) {
        String lower = name.toLowerCase(Locale.ROOT);
        return lower.contains("mail")
                ? "email"
                : lower.matches(".*(last|sur|family).*")
                        ? "last_name"
                        : lower.matches(".*(first|given|fore|^name$).*")
                                ? "first_name"
                                : lower.contains("phone") ? "phone" : lower.contains("tag") ? "tag" : "";
    }
}
