package dev.wilyferret.core.trail;

import dev.wilyferret.core.id.PageId;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** The pages of a promotion and where each leads, with what is wrong about that. */
public record PageMap(List<Node> nodes, List<Edge> edges, List<Warning> warnings) {

    /**
     * A page as it stands.
     *
     * @param entry whether visitors come to it from outside: by a link, or as the promotion's first page
     */
    public record Leaf(PageId id, String name, PageState state, boolean entry, List<Way> ways) {}

    /** @param label the words of what leads there */
    public record Way(String label, Target target) {}

    /** Where a way leads. */
    public sealed interface Target {
        record ToPage(PageId page) implements Target {}

        /** A page still to be made. */
        record ToMissing(String name) implements Target {}

        /** Out of the promotion's pages, with something gained: an offer, an address, a file handed out. */
        record Goal(String name) implements Target {}
    }

    /** A box of the drawing, in the column as many steps from the entry as it takes to get there. */
    public record Node(String key, String name, Kind kind, Optional<PageId> page, int column, int row) {}

    public enum Kind {
        DRAFT,
        PUBLIC,
        /** Drawn as a gap. */
        MISSING,
        GOAL
    }

    public record Edge(String from, String to, String label) {}

    /** @param page it is about */
    public record Warning(PageId page, String what, String mend) {}

    /** Maps pages; the first of them is where visitors begin, if none is marked as an entry. */
    public static PageMap of(List<Leaf> pages) {
        return new Mapping(pages).map();
    }

    private static final class Mapping {

        private final Map<PageId, Leaf> pages = new LinkedHashMap<>();
        private final Map<String, Integer> columns = new LinkedHashMap<>();
        private final Map<String, String> names = new HashMap<>();
        private final List<Edge> edges = new ArrayList<>();

        Mapping(List<Leaf> all) {
            all.forEach(page -> pages.put(page.id, page));
        }

        PageMap map() {
            List<Leaf> entries = pages.values().stream().filter(Leaf::entry).toList();
            List<Leaf> begin =
                    entries.isEmpty() ? pages.values().stream().limit(1).toList() : entries;
            Set<PageId> seen = new HashSet<>();
            walk(begin, seen);
            // What nothing leads to begins below, as if it were a way in of its own; of a circle adrift, its first
            // page.
            Set<PageId> adrift = new HashSet<>();
            Stream.concat(pages.values().stream().filter(page -> !ledTo(page)), pages.values().stream())
                    .filter(page -> !seen.contains(page.id))
                    .forEach(page -> {
                        adrift.add(page.id);
                        walk(List.of(page), seen);
                    });
            return new PageMap(nodes(), List.copyOf(edges), warnings(adrift));
        }

        private boolean ledTo(Leaf page) {
            return pages.values().stream()
                    .filter(other -> !other.id.equals(page.id))
                    .flatMap(other -> other.ways.stream())
                    .anyMatch(way -> way.target.equals(new Target.ToPage(page.id)));
        }

        /** Goes from page to page, nearest first, to those that are not reached yet. */
        private void walk(List<Leaf> begin, Set<PageId> reached) {
            Deque<Leaf> next = new ArrayDeque<>(begin);
            begin.forEach(page -> {
                reached.add(page.id);
                columns.put(key(page.id), 0);
            });
            while (!next.isEmpty()) {
                Leaf page = next.poll();
                int column = columns.get(key(page.id));
                lead(page, column);
                for (Way way : page.ways) {
                    if (way.target instanceof Target.ToPage(PageId id) && pages.containsKey(id) && reached.add(id)) {
                        columns.put(key(id), column + 1);
                        next.add(pages.get(id));
                    }
                }
            }
        }

        private void lead(Leaf page, int column) {
            Set<String> seen = new HashSet<>();
            for (Way way : page.ways) {
                String to = switch (way.target) {
                    case Target.ToPage(PageId id) -> pages.containsKey(id) ? key(id) : "";
                    case Target.ToMissing(String name) -> named("missing " + name, name, column + 1);
                    case Target.Goal(String name) -> named("goal " + name, name, column + 1);
                };
                if (!to.isEmpty() && seen.add(to)) {
                    edges.add(new Edge(key(page.id), to, way.label));
                }
            }
        }

        private String named(String key, String name, int column) {
            names.put(key, name);
            columns.merge(key, column, Math::max);
            return key;
        }

        private static String key(PageId page) {
            return "page " + page;
        }

        private List<Node> nodes() {
            Map<Integer, Integer> rows = new HashMap<>();
            List<Node> nodes = new ArrayList<>();
            columns.forEach((key, column) -> {
                int row = rows.merge(column, 1, Integer::sum) - 1;
                Leaf page = pages.values().stream()
                        .filter(one -> key(one.id).equals(key))
                        .findFirst()
                        .orElse(null);
                nodes.add(
                        page == null
                                ? new Node(
                                        key,
                                        names.getOrDefault(key, ""),
                                        key.startsWith("missing") ? Kind.MISSING : Kind.GOAL,
                                        Optional.empty(),
                                        column,
                                        row)
                                : new Node(
                                        key,
                                        page.name,
                                        page.state.isPublic() ? Kind.PUBLIC : Kind.DRAFT,
                                        Optional.of(page.id),
                                        column,
                                        row));
            });
            return List.copyOf(nodes);
        }

        private List<Warning> warnings(Set<PageId> adrift) {
            List<Warning> warnings = new ArrayList<>();
            Set<PageId> onward = leadSomewhere();
            for (Leaf page : pages.values()) {
                if (adrift.contains(page.id)) {
                    warnings.add(new Warning(
                            page.id,
                            "Nothing leads to “%s”.".formatted(page.name),
                            "Choose it as the next step of a button or a form, or make a link to it."));
                } else if (page.ways.isEmpty()) {
                    warnings.add(new Warning(
                            page.id,
                            "“%s” is a dead end: nothing on it leads on.".formatted(page.name),
                            "Add a button to the offer or to another page."));
                } else if (leadsOnlyToWhatIsGone(page)) {
                    warnings.add(new Warning(
                            page.id,
                            "“%s” leads to a page that is gone.".formatted(page.name),
                            "Choose another next step for its buttons and forms."));
                } else if (!onward.contains(page.id)) {
                    warnings.add(new Warning(
                            page.id,
                            "“%s” goes round in circles: no way from it leads to an offer, a form or a file."
                                    .formatted(page.name),
                            "Lead one of its buttons out of the circle."));
                }
            }
            return List.copyOf(warnings);
        }

        private boolean leadsOnlyToWhatIsGone(Leaf page) {
            return page.ways.stream()
                    .allMatch(way -> way.target instanceof Target.ToPage(PageId id) && !pages.containsKey(id));
        }

        /**
         * The pages from which something can be gained, or a page be reached that is still to be made, is gone, or leads nowhere
         * itself: that is said where it is so.
         */
        private Set<PageId> leadSomewhere() {
            Set<PageId> onward = new HashSet<>();
            boolean more = true;
            while (more) {
                more = false;
                for (Leaf page : pages.values()) {
                    boolean leads = page.ways.isEmpty()
                            || page.ways.stream()
                                    .anyMatch(way -> !(way.target instanceof Target.ToPage(PageId id))
                                            || !pages.containsKey(id)
                                            || onward.contains(id));
                    more |= leads && onward.add(page.id);
                }
            }
            return onward;
        }
    }
}
