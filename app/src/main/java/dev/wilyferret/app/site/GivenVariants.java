package dev.wilyferret.app.site;

import dev.wilyferret.app.intake.Cookies;
import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.visit.Draw;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** Which variants a visitor was given; their browser remembers the latest few for a year, so that they get the same again. */
final class GivenVariants {

    static final String NAME = "wf_r";
    private static final Duration KEPT = Duration.ofDays(365);
    private static final int MOST = 8;
    private static final Pattern PAIR = Pattern.compile("[0-9a-z]{26}\\.[0-9a-z]{26}");

    private GivenVariants() {}

    /** Pairs of a rotation and a variant, the latest first. */
    private static List<String> remembered(HttpServletRequest request) {
        return Cookies.value(request, NAME).stream()
                .flatMap(value -> Arrays.stream(value.split("-")))
                .filter(pair -> PAIR.matcher(pair).matches())
                .toList();
    }

    static Optional<VariantId> of(HttpServletRequest request, RotationId rotation) {
        List<String> pairs = remembered(request);
        if (pairs.isEmpty()) {
            return Optional.empty();
        }
        String begin = begin(rotation);
        return pairs.stream()
                .filter(pair -> pair.startsWith(begin))
                .findFirst()
                .flatMap(pair -> ShortId.parse(pair.substring(begin.length()), VariantId::new));
    }

    /** @param draws of one request; nothing is remembered of none */
    static void remember(HttpServletRequest request, HttpServletResponse response, List<Draw> draws) {
        if (draws.isEmpty()) {
            return;
        }
        List<String> pairs = new ArrayList<>(MOST);
        draws.forEach(draw -> pairs.add(begin(draw.rotation()) + ShortId.of(draw.variant())));
        for (String pair : remembered(request)) {
            if (pairs.size() < MOST && draws.stream().noneMatch(draw -> pair.startsWith(begin(draw.rotation())))) {
                pairs.add(pair);
            }
        }
        Cookies.set(request, response, NAME, String.join("-", pairs), KEPT);
    }

    /** What a pair of a rotation begins with. */
    private static String begin(RotationId rotation) {
        return ShortId.of(rotation) + ".";
    }
}
