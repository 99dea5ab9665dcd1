package dev.wilyferret.app.site;

import dev.wilyferret.app.intake.Cookies;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.ShortId;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** On which redirect pages the pixels fired in this visit already; the visitor's browser remembers it, for as long as the visit. */
final class FiredOnce {

    static final String NAME = "wf_f";
    private static final int MOST = 12;

    private FiredOnce() {}

    /** The visit's click, then the pages. */
    private static List<String> remembered(HttpServletRequest request) {
        return Cookies.value(request, NAME)
                .map(value -> Arrays.asList(value.split("\\.")))
                .orElse(List.of());
    }

    static boolean on(HttpServletRequest request, ClickId click, PageId page) {
        List<String> all = remembered(request);
        return all.size() > 1
                && all.getFirst().equals(ShortId.of(click))
                && all.subList(1, all.size()).contains(ShortId.of(page));
    }

    static void remember(HttpServletRequest request, HttpServletResponse response, ClickId click, PageId page) {
        List<String> all = remembered(request);
        List<String> now = new ArrayList<>(List.of(ShortId.of(click), ShortId.of(page)));
        if (!all.isEmpty() && all.getFirst().equals(ShortId.of(click))) {
            all.stream()
                    .skip(1)
                    .filter(one -> one.matches("[0-9a-z]{1,26}") && !now.contains(one))
                    .limit(MOST - 1)
                    .forEach(now::add);
        }
        Cookies.set(request, response, NAME, String.join(".", now), Visit.VISIT_LASTS);
    }
}
