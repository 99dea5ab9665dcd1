package dev.wilyferret.app.site;

import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.sales.Postback;
import dev.wilyferret.app.sales.PostbackText;
import dev.wilyferret.app.sales.Postbacks;
import dev.wilyferret.app.secrets.Signing;
import dev.wilyferret.core.address.Query;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** {@code /postback/{key}}: a network reports a sale, in the query or in a body like a form's. */
@Component
class PostbackRoute {

    private static final int MOST_BODY = 16 * 1024;
    private static final String FORM = "application/x-www-form-urlencoded";

    private final SnapshotKeeper snapshots;
    private final Postbacks postbacks;
    private final Answers answers;

    PostbackRoute(SnapshotKeeper snapshots, Postbacks postbacks, Answers answers) {
        this.snapshots = snapshots;
        this.postbacks = postbacks;
        this.answers = answers;
    }

    void receive(HttpServletRequest request, HttpServletResponse response, String key) throws IOException {
        Network network = snapshots.now().networks().get(key);
        if (network == null || !Fronts.of(request).serves(network.workspace())) {
            answers.notFound(response);
            return;
        }
        if (network.secret().isEmpty()) {
            response.setHeader("Retry-After", "600");
            answers.plain(
                    response,
                    HttpServletResponse.SC_SERVICE_UNAVAILABLE,
                    "The secret cannot be checked just now. Please send this again later.");
            return;
        }
        if (request.getContentLengthLong() != 0 && hasBody(request) && !likeAForm(request)) {
            answers.plain(
                    response,
                    HttpServletResponse.SC_UNSUPPORTED_MEDIA_TYPE,
                    "Send the values in the address, or in a body of the type %s.".formatted(FORM));
            return;
        }
        String body = body(request);
        if (body.length() > MOST_BODY) {
            answers.plain(
                    response, HttpServletResponse.SC_REQUEST_ENTITY_TOO_LARGE, "A postback is at most 16 KB long.");
            return;
        }
        String query = Optional.ofNullable(request.getQueryString()).orElse("");
        String signed = body.isEmpty() ? query : body;
        String sent = body.isEmpty() || query.isEmpty() ? query + body : query + "&" + body;
        if (network.form().signed() && !signed(request, network, signed)) {
            answers.plain(response, HttpServletResponse.SC_FORBIDDEN, "The signature is missing or wrong.");
            return;
        }
        if (!network.form().signed()
                && !Signing.same(network.secret(), Query.byName(sent).getOrDefault("secret", ""))) {
            answers.plain(response, HttpServletResponse.SC_FORBIDDEN, "The secret is wrong.");
            return;
        }
        if (!Came.recorded(request)) {
            answers.plain(response, HttpServletResponse.SC_OK, "");
            return;
        }
        Postback.Outcome outcome = postbacks.receive(
                network.workspace(), network.id(), network.form().signed() ? signed : sent);
        answers.plain(response, HttpServletResponse.SC_OK, outcome.name().toLowerCase(Locale.ROOT));
    }

    private static boolean hasBody(HttpServletRequest request) {
        return request.getMethod().equals("POST");
    }

    private static boolean likeAForm(HttpServletRequest request) {
        return Arrivals.header(request, "Content-Type").toLowerCase(Locale.ROOT).startsWith(FORM);
    }

    /** One byte more than is allowed at most. */
    private static String body(HttpServletRequest request) throws IOException {
        return hasBody(request)
                ? new String(request.getInputStream().readNBytes(MOST_BODY + 1), StandardCharsets.ISO_8859_1)
                : "";
    }

    /** By a header, or at the end of what it is of. */
    private static boolean signed(HttpServletRequest request, Network network, String sent) {
        String header = Arrivals.header(request, "X-Signature");
        String of = header.isEmpty() ? PostbackText.signed(sent) : sent;
        String signature = header.isEmpty() ? PostbackText.signature(sent) : header;
        return Signing.same(
                Signing.of(network.secret().getBytes(StandardCharsets.UTF_8), of), signature.toLowerCase(Locale.ROOT));
    }
}
