package dev.wilyferret.core.offer;

import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.address.UriTemplate;
import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.TagAttribute;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * An affiliate link as a network gives it out to paste, taken apart: the partner id, the sub IDs, the rest, and which of
 * them carries the click id. Braces (RFC 6570) are understood and never needed.
 *
 * @param template the link with a place for each part that is to be filled
 * @param parts in the order they stand
 * @param proposed what fills each place of the template; the owner may choose otherwise
 */
public record PastedLink(UriTemplate template, List<Part> parts, Map<String, SubIdFill> proposed) {

    /** Of HTML, which holds more than the address. */
    private static final int MOST = 20_000;

    private static final int MOST_ADDRESS = 2_000;
    private static final int MOST_NAME = 60;
    private static final Pattern BARE_HOST = Pattern.compile("[\\p{L}\\p{N}_-]+\\.[\\p{L}\\p{N}._-]+(?:[:/?#].*)?");
    private static final Pattern PATH_END = Pattern.compile("/?(?:[?#].*)?$");
    /** As names are written; samples shout, or stand in brackets. */
    private static final Pattern PLAIN = Pattern.compile("[a-z0-9_-]+");

    /** Whoever writes that means a template. */
    private static final Pattern OPERATOR = Pattern.compile("\\{[?&/#;.+]");

    private static final Pattern EXPRESSION = Pattern.compile("\\{[^{}]*}");

    /** What a part of the link is for. */
    public enum Kind {
        /** By which the network knows the affiliate. */
        PARTNER_ID,
        /** For the affiliate's own use; the network hands it back with a sale. */
        SUB_ID,
        /** The network's own. */
        REST
    }

    /**
     * One part of the link.
     *
     * @param name as the link names it
     * @param given what stood there when it was pasted; empty if nothing did
     * @param place the name of its place in the template; empty if it stays as it was given
     */
    public record Part(String name, Kind kind, String given, String place) {

        /** Whether it is to be filled, and what was given only showed where. */
        public boolean sample() {
            return !place.isEmpty() && PartName.isSample(given);
        }
    }

    /** Whether a sale can be led back to its click if the proposal is taken. */
    public boolean carriesClickId() {
        return proposed.containsValue(new SubIdFill.ClickId());
    }

    /**
     * Reads what was pasted: an address, with or without its scheme, or a piece of HTML that links to it.
     *
     * @param subId the name of the sub ID at the network, for a link that has none; empty if it is not known
     * @throws Refusal if there is no web address in it, or the name cannot be one
     */
    public static PastedLink read(String pasted, String subId) {
        String text = address(PlainText.line("affiliate link", pasted.replaceAll("\\s", " "), MOST));
        return new Reading(
                        PlainText.line("affiliate link", text, MOST_ADDRESS),
                        PlainText.optionalLine("name of the sub ID", subId, MOST_NAME))
                .read();
    }

    private static String address(String pasted) {
        String text = TagAttribute.first(pasted, "a ", "href").orElse(pasted).replace("&amp;", "&");
        text = withoutQuotes(text);
        if (text.startsWith("//")) {
            return "https:" + text;
        }
        return BARE_HOST.matcher(text).matches() ? "https://" + text : text;
    }

    private static String withoutQuotes(String text) {
        int from = 0;
        int to = text.length();
        while (from < to && "<\"'".indexOf(text.charAt(from)) >= 0) {
            from++;
        }
        while (to > from && ">\"'".indexOf(text.charAt(to - 1)) >= 0) {
            to--;
        }
        return text.substring(from, to);
    }

    /** What the offer may be called for now: the last word of the path, or the host. */
    public String proposedName() {
        String path = PATH_END.matcher(template.address(Map.of())).replaceFirst("");
        String last = Query.decoded(path.substring(path.lastIndexOf('/') + 1))
                .replaceAll("[-_+]+", " ")
                .strip();
        boolean words = last.codePoints().filter(Character::isLetter).count() >= 4
                && last.length() <= 60
                && path.lastIndexOf('/') > path.indexOf("//") + 1
                && !PartName.isSample(last);
        return words ? last.substring(0, 1).toUpperCase(Locale.ROOT) + last.substring(1) : host();
    }

    /** What the network may be called for now. */
    public String host() {
        return hostOf(template);
    }

    static String hostOf(UriTemplate template) {
        String origin = WebAddress.readable(template.address(Map.of()));
        String host = PATH_END.matcher(origin).replaceFirst("").replaceFirst("^https?://(www\\.)?", "");
        return host.replaceFirst("[/:].*", "");
    }

    /** The reading of one link: what comes before the query, the query, and the fragment, each with its parts. */
    private static final class Reading {

        private final String text;
        private final String subId;
        private final boolean isTemplate;
        private final Set<String> taken = new HashSet<>();
        private final List<Part> parts = new ArrayList<>();

        Reading(String text, String subId) {
            this.text = text;
            this.subId = subId;
            this.isTemplate = readsAsTemplate(text);
        }

        private static boolean readsAsTemplate(String text) {
            try {
                UriTemplate.parse(text);
                return true;
            } catch (Refusal wrong) {
                if (OPERATOR.matcher(text).find() || !inPairs(text)) {
                    throw wrong;
                }
                // Braces of another kind, around a sample.
                return false;
            }
        }

        private static boolean inPairs(String text) {
            return text.chars().filter(sign -> sign == '{').count()
                    == text.chars().filter(sign -> sign == '}').count();
        }

        PastedLink read() {
            places().forEach(taken::add);
            int hash = outsideBraces(text, '#');
            String fragment = text.substring(hash);
            String before = text.substring(0, hash);
            int query = outsideBraces(before, '?');
            String path = before.substring(0, query);
            String read = path + (query < before.length() ? "?" + pairs(before.substring(query + 1)) : "");
            if (!hasSubId()) {
                fragment = fragment(fragment);
            }
            if (!hasSubId()) {
                read = inPath(path) + read.substring(path.length());
            }
            if (!hasSubId() && !subId.isEmpty()) {
                read = added(read);
            }
            UriTemplate template = UriTemplate.parseWeb(read + fragment);
            places().filter(place ->
                            parts.stream().noneMatch(part -> part.place().equals(place)))
                    .forEach(place -> parts.add(new Part(place, kind(place, place), "", place)));
            Map<String, SubIdFill> proposed = proposed(template);
            return new PastedLink(template, List.copyOf(parts), proposed);
        }

        private static int outsideBraces(String text, char sign) {
            int depth = 0;
            for (int at = 0; at < text.length(); at++) {
                char here = text.charAt(at);
                depth = here == '{' ? depth + 1 : here == '}' ? Math.max(0, depth - 1) : depth;
                if (here == sign && depth == 0) {
                    return at;
                }
            }
            return text.length();
        }

        private boolean hasSubId() {
            return places().anyMatch(PartName::isSubId) || parts.stream().anyMatch(part -> part.kind() == Kind.SUB_ID);
        }

        /** The places that were there when it was pasted. */
        private Stream<String> places() {
            return isTemplate ? UriTemplate.parse(text).variables().stream() : Stream.empty();
        }

        /** The parameters, each with a place where one is to be filled. */
        private String pairs(String query) {
            List<String> read = new ArrayList<>();
            for (String rest = query; ; ) {
                int end = outsideBraces(rest, '&');
                String pair = rest.substring(0, end);
                read.add(isTemplate && pair.contains("{") ? known(pair) : pair(pair));
                if (end == rest.length()) {
                    break;
                }
                rest = rest.substring(end + 1);
            }
            return String.join("&", read);
        }

        /** A parameter that has its place already. */
        private String known(String pair) {
            Matcher places = EXPRESSION.matcher(pair);
            String name = Query.decoded(pair.substring(0, Math.min(pair.indexOf('{'), (pair + "=").indexOf('='))));
            int equals = pair.indexOf('=');
            boolean first = true;
            while (places.find()) {
                boolean whole = first && equals > 0 && places.start() == equals + 1;
                for (String variable : UriTemplate.parse(places.group()).variables()) {
                    parts.add(new Part(whole ? name : variable, kind(whole ? name : variable, variable), "", variable));
                }
                first = false;
            }
            return pair;
        }

        private static Kind kind(String name, String variable) {
            if (PartName.isSubId(name) || PartName.isSubId(variable)) {
                return Kind.SUB_ID;
            }
            return PartName.isPartnerId(name) || PartName.isPartnerId(variable) ? Kind.PARTNER_ID : Kind.REST;
        }

        private String pair(String pair) {
            int equals = pair.indexOf('=');
            String name = Query.decoded(equals < 0 ? pair : pair.substring(0, equals));
            String value = equals < 0 ? "" : Query.decoded(pair.substring(equals + 1));
            if (name.isEmpty()) {
                return literal(pair);
            }
            Kind kind = kind(name, name);
            boolean filled = kind == Kind.SUB_ID || kind == Kind.PARTNER_ID && PartName.isSample(value);
            if (!filled) {
                parts.add(new Part(name, kind, value, ""));
                return literal(pair);
            }
            String place = place(name);
            parts.add(new Part(name, kind, value, place));
            return literal(equals < 0 ? pair : pair.substring(0, equals)) + "={" + place + "}";
        }

        /** A fragment that holds parameters, as pages that read them themselves have it. */
        private String fragment(String fragment) {
            int from = Math.max(1, fragment.indexOf('?') + 1);
            return fragment.contains("=")
                    ? literal(fragment.substring(0, from)) + pairs(fragment.substring(from))
                    : literal(fragment);
        }

        /** A sub ID among the parts of the path: by its name before its value, or as a sample. */
        private String inPath(String path) {
            int from = path.indexOf('/', path.indexOf("//") + 2);
            if (from < 0) {
                return path;
            }
            String[] steps = path.substring(from + 1).split("/", -1);
            for (int at = 0; at < steps.length; at++) {
                String step = steps[at];
                if (isTemplate && step.contains("{")) {
                    continue;
                }
                boolean sample = PartName.isSample(step) && !step.isEmpty();
                String[] named = step.split("[=:;]", 2);
                if (named.length == 2 && PartName.isSubId(named[0])) {
                    steps[at] = step.substring(0, named[0].length() + 1) + filled(named[0], Query.decoded(named[1]));
                } else if (PartName.isSubId(step)
                        && at + 1 < steps.length
                        && PLAIN.matcher(step).matches()) {
                    steps[at + 1] = filled(step, Query.decoded(steps[at + 1]));
                    at++;
                } else if (sample && PartName.isSubId(Query.decoded(step).replaceAll("^\\W*(?:your|my)", ""))) {
                    steps[at] = filled(step, Query.decoded(step));
                } else {
                    steps[at] = literal(step);
                }
            }
            return path.substring(0, from + 1) + String.join("/", steps);
        }

        private String filled(String name, String given) {
            String place = place(name);
            parts.add(new Part(name, Kind.SUB_ID, given, place));
            return "{" + place + "}";
        }

        private String added(String read) {
            String place = place(subId);
            parts.add(new Part(subId, Kind.SUB_ID, "", place));
            String pair = Query.encode(subId) + "={" + place + "}";
            int query = outsideBraces(read, '?');
            if (query == read.length()) {
                // Whether its own expression begins the query shows only when it is filled; so the pair begins it.
                return read.contains("{?") ? read.replaceFirst("\\{\\?", "?" + pair + "{&") : read + "?" + pair;
            }
            return read + (read.endsWith("&") || query == read.length() - 1 ? "" : "&") + pair;
        }

        /** Braces that are no places stay as signs. */
        private String literal(String text) {
            return isTemplate ? text : text.replace("{", "%7B").replace("}", "%7D");
        }

        /** A name for a place that no other has. */
        private String place(String name) {
            String wish = name.replaceAll("[^A-Za-z0-9_]+", "_").replaceAll("^_+|_+$", "");
            String base = wish.isEmpty() ? "sub" : wish;
            String free = base;
            for (int number = 2; !taken.add(free); number++) {
                free = base + "_" + number;
            }
            return free;
        }

        /** The place named after clicks, or else the first sub ID, carries the click id; the next one the source. */
        private Map<String, SubIdFill> proposed(UriTemplate template) {
            Map<String, SubIdFill> fills = new LinkedHashMap<>();
            template.variables().forEach(name -> fills.put(name, new SubIdFill.Nothing()));
            List<Part> subIds = parts.stream()
                    .filter(part -> part.kind() == Kind.SUB_ID && fills.containsKey(part.place()))
                    .toList();
            if (subIds.isEmpty()) {
                return fills;
            }
            Part forClick = subIds.stream()
                    .filter(part -> PartName.isClickId(part.name()))
                    .findFirst()
                    .or(() -> subIds.stream().filter(Part::sample).findFirst())
                    .orElse(subIds.getFirst());
            fills.put(forClick.place(), new SubIdFill.ClickId());
            boolean sourcePlaced = false;
            for (Part part : subIds) {
                if (part == forClick) {
                    continue;
                }
                if (!part.sample()) {
                    fills.put(part.place(), new SubIdFill.Fixed(part.given()));
                } else if (!sourcePlaced) {
                    fills.put(part.place(), new SubIdFill.FromTag(SubIdFill.Tag.SOURCE));
                    sourcePlaced = true;
                }
            }
            return Collections.unmodifiableMap(fills);
        }
    }
}
