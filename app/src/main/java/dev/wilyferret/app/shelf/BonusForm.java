package dev.wilyferret.app.shelf;

import dev.wilyferret.app.forms.Blank;
import dev.wilyferret.app.forms.Blank.Field;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.core.id.BonusId;
import dev.wilyferret.core.id.ListId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** A bonus as a form. */
final class BonusForm {

    private final List<MediaFile> files;
    private final List<MailList> all;
    private final Blank<Bonus> blank = new Blank<>();
    private final Field<Bonus, String> name = blank.text("name", Bonus::name, Bonus::name);
    private final Field<Bonus, String> about = blank.text("about", Bonus::about, Bonus::about);
    private final Field<Bonus, String> picture = blank.text("picture", Bonus::picture, this::file);
    private final Field<Bonus, String> worth = blank.text("worth", Bonus::worth, Bonus::worth);
    private final Field<Bonus, String> file = blank.text("file", Bonus::file, this::file);
    private final Field<Bonus, String> link = blank.text("link", Bonus::link, Bonus::link);
    private final Field<Bonus, String> terms = blank.text("terms", Bonus::terms, Bonus::terms);
    private final Field<Bonus, Set<ListId>> lists = blank.several(
            "list", bonus -> bonus.lists().stream().map(ListId::toString).toList(), this::lists);

    /**
     * @param files that can be chosen
     * @param all the lists that can be chosen
     */
    BonusForm(List<MediaFile> files, List<MailList> all) {
        this.files = files;
        this.all = all;
    }

    private String file(String name) {
        return files.stream()
                .map(MediaFile::name)
                .filter(name::equals)
                .findFirst()
                .orElse("");
    }

    private Set<ListId> lists(List<String> chosen) {
        return all.stream()
                .map(MailList::id)
                .filter(list -> chosen.contains(list.toString()))
                .collect(Collectors.toSet());
    }

    Intake shown(Bonus bonus) {
        return blank.shown(bonus);
    }

    Optional<Bonus> read(Intake form, BonusId id) {
        if (!form.value(file.name()).isEmpty() && !form.value(link.name()).isBlank()) {
            form.refuse(file.name(), "Choose one: a file of the shelf, or a link.");
        }
        return blank.read(
                form,
                typed -> new Bonus(
                        id,
                        typed.of(name),
                        typed.of(about),
                        typed.of(picture),
                        typed.of(worth),
                        typed.of(file),
                        typed.of(link),
                        typed.of(terms),
                        typed.of(lists)));
    }
}
