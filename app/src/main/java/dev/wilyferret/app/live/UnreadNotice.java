package dev.wilyferret.app.live;

import dev.wilyferret.app.workspace.Member;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** Every screen says so while the public site cannot take in what changed. */
@ControllerAdvice
class UnreadNotice {

    private final SnapshotKeeper snapshots;

    UnreadNotice(SnapshotKeeper snapshots) {
        this.snapshots = snapshots;
    }

    @ModelAttribute
    void say(@AuthenticationPrincipal @Nullable Member member, Model model) {
        if (member != null) {
            model.addAttribute("siteUnread", snapshots.isUnread(member.workspace()));
        }
    }
}
