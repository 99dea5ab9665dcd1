package dev.wilyferret.app.links;

import dev.wilyferret.app.workspace.Member;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** All tracking links of a workspace. */
@Controller
class LinkOverview {

    private final LinkLists lists;

    LinkOverview(LinkLists lists) {
        this.lists = lists;
    }

    @GetMapping("/links")
    String all(
            @AuthenticationPrincipal Member member,
            @RequestParam(defaultValue = "") String words,
            @RequestParam(name = "from", defaultValue = "") String source,
            @RequestParam(defaultValue = "") String standing,
            @RequestParam(defaultValue = "1") int page,
            Model model) {
        model.addAttribute("list", lists.of(member.workspace(), new LinkList.Asked(words, source, standing), page));
        return "links/all";
    }
}
