package dev.wilyferret.app.pages;

import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** Published pages that could not be drawn, and so are not on the public site; their benches say it. */
@Component
public class Undrawn {

    private final Map<UUID, Map<UUID, String>> reasons = new ConcurrentHashMap<>();

    /** What could not be drawn of a workspace just now; what could not before is forgotten. */
    public void found(UUID workspace, Map<UUID, RuntimeException> pages) {
        Map<UUID, String> known = new ConcurrentHashMap<>();
        pages.forEach((page, why) -> known.put(
                page,
                why.getMessage() == null || why.getMessage().isBlank()
                        ? why.getClass().getSimpleName()
                        : why.getMessage()));
        reasons.put(workspace, known);
    }

    /** Why a page is not on the public site though it is published. */
    public Optional<String> why(Page page) {
        return Optional.ofNullable(
                reasons.getOrDefault(page.workspace(), Map.of()).get(page.id()));
    }
}
