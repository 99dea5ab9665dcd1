package dev.wilyferret.app.site;

import dev.wilyferret.core.id.RotationId;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.id.VariantId;
import dev.wilyferret.core.visit.Draw;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Which variants a visitor was given; their browser remembers the latest few for a year, so that they get the same again. */
final class GivenVariants {

    static final String NAME = "wf_r";
    private static final Duration KEPT = Duration.ofDays(365);
    private static final int MOST = 8;
    private static final String PAIR = "[0-9a-z]{26}\\.[0-9a-z]{26}";

    private GivenVariants() {}

    /** Pairs of a rotation and a variant, the latest first. */
    private static List<String> remembered(HttpServletRequest request) {
        Cookie[] cookies = request.getCookies();
        return Stream.of(cookies == null ? new Cookie[0] : cookies)
                .filter(cookie -> cookie.getName().equals(NAME))
                .findFirst()
                .map(cookie -> Arrays.stream(cookie.getValue().split("-"))
                        .filter(pair -> pair.matches(PAIR))
                        .toList())
                .orElse(List.of());
    }

    static Optional<VariantId> of(HttpServletRequest request, RotationId rotation) {
        String begin = ShortId.of(rotation) + ".";
        return remembered(request).stream()
                .filter(pair -> pair.startsWith(begin))
                .findFirst()
                .flatMap(pair -> ShortId.parse(pair.substring(begin.length()), VariantId::new));
    }

    /** @param draws of one request; nothing is remembered of none */
    static void remember(HttpServletRequest request, HttpServletResponse response, List<Draw> draws) {
        if (draws.isEmpty()) {
            return;
        }
        List<String> fresh = draws.stream()
                .map(draw -> ShortId.of(draw.rotation()) + "." + ShortId.of(draw.variant()))
                .toList();
        Set<String> rotations =
                draws.stream().map(draw -> ShortId.of(draw.rotation())).collect(Collectors.toSet());
        Visit.setCookie(
                request,
                response,
                NAME,
                Stream.concat(
                                fresh.stream(),
                                remembered(request).stream()
                                        .filter(pair -> !rotations.contains(pair.substring(0, pair.indexOf('.')))))
                        .limit(MOST)
                        .collect(Collectors.joining("-")),
                KEPT);
    }
}
