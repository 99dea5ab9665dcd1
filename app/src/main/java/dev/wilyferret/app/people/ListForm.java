package dev.wilyferret.app.people;

import dev.wilyferret.app.forms.Blank;
import dev.wilyferret.app.forms.Blank.Field;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.hosts.HostChoice;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** A list's settings as a form. */
final class ListForm {

    private final List<ListPages.Named> pages;
    private final Blank<MailList> blank = new Blank<>();
    private final Field<MailList, String> name = blank.text("name", MailList::name, MailList::name);
    private final Field<MailList, String> senderName =
            blank.text("senderName", MailList::senderName, MailList::senderName);
    private final Field<MailList, String> senderAddress =
            blank.text("senderAddress", MailList::senderAddress, MailList::senderAddress);
    private final Field<MailList, String> replyTo = blank.text("replyTo", MailList::replyTo, MailList::replyTo);
    private final Field<MailList, Boolean> doubleOptIn = blank.tick("doubleOptIn", MailList::doubleOptIn);
    private final Field<MailList, Boolean> buyers = blank.tick("buyers", MailList::buyers);
    private final Field<MailList, Optional<OwnHost>> host;
    private final Field<MailList, Optional<PageId>> checkPage = page("checkPage", MailList::checkPage);
    private final Field<MailList, Optional<PageId>> confirmedPage = page("confirmedPage", MailList::confirmedPage);
    private final Field<MailList, Optional<PageId>> leftPage = page("leftPage", MailList::leftPage);

    /**
     * @param pages that can be chosen
     * @param hosts that can be chosen
     */
    ListForm(List<ListPages.Named> pages, HostChoice hosts) {
        this.pages = pages;
        this.host = blank.text("host", list -> hosts.text(list.host()), typed -> hosts.chosen(typed, Optional.empty()));
    }

    private Field<MailList, Optional<PageId>> page(String name, Function<MailList, Optional<PageId>> shown) {
        return blank.text(name, list -> shown.apply(list).map(PageId::toString).orElse(""), this::known);
    }

    private Optional<PageId> known(String id) {
        return pages.stream()
                .map(ListPages.Named::id)
                .filter(page -> page.toString().equals(id))
                .findFirst();
    }

    Intake shown(MailList list) {
        return blank.shown(list);
    }

    Optional<MailList> read(Intake form, ListId id) {
        return blank.read(
                form,
                typed -> new MailList(
                        id,
                        typed.of(name),
                        typed.of(senderName),
                        typed.of(senderAddress),
                        typed.of(replyTo),
                        typed.of(doubleOptIn),
                        typed.of(buyers),
                        typed.of(host),
                        typed.of(checkPage),
                        typed.of(confirmedPage),
                        typed.of(leftPage)));
    }
}
