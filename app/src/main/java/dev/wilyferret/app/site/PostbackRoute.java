package dev.wilyferret.app.site;

import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.offers.Network;
import dev.wilyferret.app.sales.Postback;
import dev.wilyferret.app.sales.Postbacks;
import dev.wilyferret.app.secrets.Signing;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** {@code /postback/{key}}: a network reports a sale. */
@Component
class PostbackRoute {

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
        if (network == null) {
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
        if (!Signing.same(network.secret(), parameter(request, "secret"))) {
            answers.plain(response, HttpServletResponse.SC_FORBIDDEN, "The secret is wrong.");
            return;
        }
        Postback.Outcome outcome = postbacks.receive(
                network.workspace(),
                network.id(),
                new Postback.Arrived(
                        parameter(request, "click_id"),
                        parameter(request, "order_id"),
                        parameter(request, "commission"),
                        parameter(request, "order_value"),
                        parameter(request, "status")));
        answers.plain(response, HttpServletResponse.SC_OK, outcome.name().toLowerCase(java.util.Locale.ROOT));
    }

    private static String parameter(HttpServletRequest request, String name) {
        return Optional.ofNullable(request.getParameter(name)).orElse("");
    }
}
