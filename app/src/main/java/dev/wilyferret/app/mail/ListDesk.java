package dev.wilyferret.app.mail;

import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.workspace.Member;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import org.springframework.web.server.ResponseStatusException;

/** What all benches of a list have in common. */
@Component
class ListDesk {

    private final Lists lists;

    ListDesk(Lists lists) {
        this.lists = lists;
    }

    /** The list, shown above its bench; 404 if the workspace has no such list. */
    MailList list(Member member, UUID id, String bench, Model model) {
        MailList list =
                lists.find(member.workspace(), id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        model.addAttribute("list", list);
        model.addAttribute("bench", bench);
        return list;
    }
}
