package dev.wilyferret.app.people;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.people.Membership;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What all benches of a list have in common. */
@Component
public class ListDesk {

    private final Lists lists;
    private final People people;
    private final ListPages pages;

    ListDesk(Lists lists, People people, ListPages pages) {
        this.lists = lists;
        this.people = people;
        this.pages = pages;
    }

    /** The list, shown above its bench; 404 if the workspace has no such list. */
    public MailList list(Member member, ListId id, String bench, Model model) {
        MailList list = lists.find(member.workspace(), id).orElseThrow(NotFound::new);
        model.addAttribute("list", list);
        model.addAttribute("bench", bench);
        return list;
    }

    /** What a part of a list can be told by. */
    public void choices(Member member, ListId id, Model model) {
        People.Told told = people.toldBy(member.workspace(), id);
        model.addAttribute("sources", told.sources());
        model.addAttribute("tags", told.tags());
        model.addAttribute("pages", pages.of(member.workspace()));
    }

    /** Reads who is meant; what cannot be read narrows nothing. */
    public static Audience audience(Intake form, Workspace workspace) {
        return new Audience(
                List.of(Membership.values()).stream()
                        .filter(membership -> membership.name().equals(form.value("standing")))
                        .findFirst(),
                form.value("text").strip(),
                form.value("tag"),
                form.value("source"),
                Id.parse(form.value("page"), PageId::new),
                day(form.value("from"))
                        .map(day -> day.atStartOfDay(workspace.zone()).toInstant()),
                day(form.value("until"))
                        .map(day ->
                                day.plusDays(1).atStartOfDay(workspace.zone()).toInstant()));
    }

    private static Optional<LocalDate> day(String typed) {
        try {
            return typed.isBlank() ? Optional.empty() : Optional.of(LocalDate.parse(typed));
        } catch (DateTimeParseException noDay) {
            return Optional.empty();
        }
    }
}
