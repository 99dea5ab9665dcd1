package dev.wilyferret.app.handover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import com.sun.net.httpserver.HttpServer;
import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.RawServer;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.outside.Outside;
import dev.wilyferret.app.people.Joining;
import dev.wilyferret.app.people.Lists;
import dev.wilyferret.app.people.MailList;
import dev.wilyferret.app.people.People;
import dev.wilyferret.app.people.Subscriber;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.people.EmailAddress;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Subscribers handed on, to an address that answers as the test says. */
class HandoversTest extends AppTest {

    private record Came(String body, String time, String signature) {}

    private final List<Came> came = new CopyOnWriteArrayList<>();
    private volatile int answer = 200;
    private HttpServer elsewhere;
    /** Another for each test, since what an earlier one left waiting may still come. */
    private String hook = "";

    @Autowired
    private Handovers handovers;

    @Autowired
    private Lists lists;

    @Autowired
    private People people;

    private Scenario.Stage stage;
    private ListId list;

    @BeforeEach
    void begin() throws IOException {
        elsewhere = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), ELSEWHERE), 0);
        hook = "/hook-" + UUID.randomUUID();
        elsewhere.createContext(hook, exchange -> {
            came.add(new Came(
                    new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8),
                    String.valueOf(exchange.getRequestHeaders().getFirst("X-Ferret-Time")),
                    String.valueOf(exchange.getRequestHeaders().getFirst("X-Ferret-Signature"))));
            exchange.sendResponseHeaders(answer, -1);
            exchange.close();
        });
        elsewhere.start();
        stage = scenario.emptyWithLegal();
        list = lists.newId();
        lists.keep(
                stage.id(),
                new MailList(
                        list,
                        "Readers",
                        "Growbench",
                        "hello@growbench.example",
                        "",
                        false,
                        false,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()));
    }

    @AfterEach
    void end() {
        elsewhere.stop(0);
    }

    private String address() {
        return "http://127.0.0.1:" + ELSEWHERE + hook;
    }

    private Handover webhook() {
        Handover made = new Handover(
                stage.id(),
                handovers.newId(),
                list,
                Handover.Kind.WEBHOOK,
                address(),
                "a-secret",
                Map.of(),
                Map.of(),
                false,
                true);
        handovers.keep(made);
        return made;
    }

    private Subscriber joins(String who) {
        return people.join(stage.id(), list, Joining.plain(new EmailAddress(who), "Ines", "Okafor"));
    }

    private int tries() {
        return handovers.handed(stage.id(), list).stream()
                .mapToInt(Handovers.Handed::attempts)
                .sum();
    }

    private String state(Subscriber one) {
        return handovers.handed(stage.id(), list).stream()
                .filter(handed -> handed.subscriber().equals(one.id()))
                .map(Handovers.Handed::state)
                .findFirst()
                .orElse("");
    }

    /** RFC 4231, test case 2. */
    @Test
    void theSignatureIsHmacSha256() {
        assertThat(Handovers.signature("Jefe", "what do ya want for nothing?"))
                .isEqualTo("5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843");
    }

    @Test
    void aWebhookBringsWhatIsKnownSignedAndOnce() {
        webhook();
        Subscriber one = joins("ines@hook.example");
        await().atMost(Duration.ofSeconds(15)).until(() -> state(one).equals("TAKEN"));
        joins("ines@hook.example");
        people.confirm(stage.id(), one.id());
        assertThat(came).hasSize(1);
        JsonNode body = JsonMapper.builder().build().readTree(came.getFirst().body);
        assertThat(body.path("event").asString()).isEqualTo("subscriber-confirmed");
        assertThat(body.path("email").asString()).isEqualTo("ines@hook.example");
        assertThat(body.path("list").asString()).isEqualTo("Readers");
        assertThat(body.path("last_name").asString()).isEqualTo("Okafor");
        assertThat(came.getFirst().signature)
                .isEqualTo(Handovers.signature("a-secret", came.getFirst().time + "." + came.getFirst().body));
    }

    @Test
    void whatIsNotTakenIsTriedAgainLater() {
        answer = 500;
        webhook();
        Subscriber one = joins("mara@hook.example");
        await().atMost(Duration.ofSeconds(15)).until(() -> came.size() == 1 && tries() == 1);
        assertThat(state(one)).isEqualTo("WAITING");
        answer = 204;
        clock.pass(Duration.ofSeconds(70));
        await().atMost(Duration.ofSeconds(15)).until(() -> state(one).equals("TAKEN"));
        assertThat(came).hasSize(2);
    }

    @Test
    void whoHasLeftByThenIsNotHandedOn() {
        answer = 500;
        webhook();
        Subscriber one = joins("tomas@hook.example");
        await().atMost(Duration.ofSeconds(15)).until(() -> came.size() == 1 && tries() == 1);
        people.leave(stage.id(), one.id());
        clock.pass(Duration.ofSeconds(70));
        await().atMost(Duration.ofSeconds(15)).until(() -> state(one).equals("DROPPED"));
        assertThat(came).hasSize(1);
    }

    @Test
    void aFormIsFilledAsItWasMapped() {
        handovers.keep(new Handover(
                stage.id(),
                handovers.newId(),
                list,
                Handover.Kind.FORM,
                address(),
                "",
                Map.of("aud", "a&b"),
                Map.of("mail", "EMAIL", "who", "NAME"),
                false,
                true));
        Subscriber one = joins("lucie+x@hook.example");
        await().atMost(Duration.ofSeconds(15)).until(() -> state(one).equals("TAKEN"));
        assertThat(came.getFirst().body).contains("aud=a%26b", "mail=lucie%2Bx%40hook.example", "who=Ines+Okafor");
    }

    @Test
    void aTrySaysWhatCameBack() {
        Handover made = webhook();
        answer = 403;
        assertThat(handovers.send(made, joins("a@hook.example"))).isEqualTo(new Handovers.Answer(false, "403"));
        elsewhere.stop(0);
        assertThat(handovers.send(made, joins("a@hook.example")).words()).startsWith("Out of reach");
        handovers.drop(stage.id(), made.id());
        assertThat(handovers.of(stage.id(), list)).isEmpty();
    }

    @Test
    void onlySafeAddressesAreTakenAndOthersKeepWhatWasTyped() {
        Guest owner = owner(stage);
        String path = "/people/lists/" + list + "/handover";
        owner.sendTo(path, path + "/webhook", "address", "ftp://a.example/x");
        assertThat(owner.get(path).body()).contains("Only addresses that start with https://", "ftp://a.example/x");
        assertThat(handovers.of(stage.id(), list)).isEmpty();
        owner.sendTo(path, path + "/webhook", "address", " https://a.example/in ");
        assertThat(handovers.of(stage.id(), list))
                .extracting(Handover::address)
                .containsExactly("https://a.example/in");
    }

    private static byte[] head(String status, String... headers) {
        return ("HTTP/1.1 " + status + "\r\n" + String.join("\r\n", headers) + "\r\n\r\n")
                .getBytes(StandardCharsets.US_ASCII);
    }

    /** Answers as slowly as it can. */
    private static void trickle(Socket connection) throws IOException, InterruptedException {
        connection.getOutputStream().write(head("200 OK", "Content-Length: 1000000"));
        while (true) {
            connection.getOutputStream().write('<');
            Thread.sleep(200);
        }
    }

    @Test
    void receiversThatTrickleHoldNobodyUp() throws Exception {
        try (RawServer slow = new RawServer(HandoversTest::trickle)) {
            Outside outside = new Outside(allowing(slow.pair()));
            long begun = System.nanoTime();
            try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
                var asked = threads.invokeAll(java.util.Collections.<Callable<String>>nCopies(10, () -> {
                    try {
                        outside.get(URI.create("http://" + slow.pair() + "/"));
                        return "answered";
                    } catch (IOException tooSlow) {
                        return String.valueOf(tooSlow.getMessage());
                    }
                }));
                for (var one : asked) {
                    assertThat(one.get()).contains("longer than 15 seconds");
                }
            }
            assertThat(Duration.ofNanos(System.nanoTime() - begun))
                    .isBetween(Duration.ofSeconds(14), Duration.ofSeconds(20));
            outside.destroy();
        }
    }

    private Installation allowing(String pairs) {
        return new Installation(
                installation.consoleAddress(),
                installation.siteAddress(),
                installation.siteBind(),
                installation.sitePort(),
                installation.siteBehindProxy(),
                installation.proxies(),
                installation.httpVersionHeader(),
                installation.files(),
                installation.keepAddressesDays(),
                installation.cityTable(),
                pairs,
                installation.hostCheckPort(),
                installation.mail(),
                installation.demo());
    }

    @Test
    void anAnswerThatIsLongIsReadAtItsBeginningOnly() throws Exception {
        try (RawServer lengthy = new RawServer(connection -> {
            connection.getOutputStream().write(head("200 OK", "Connection: close"));
            for (int i = 0; i < 5000; i++) {
                connection.getOutputStream().write("<".repeat(1000).getBytes(StandardCharsets.US_ASCII));
            }
        })) {
            Outside outside = new Outside(allowing(lengthy.pair()));
            assertThat(outside.get(URI.create("http://" + lengthy.pair() + "/")).body())
                    .hasSize(4096);
            outside.destroy();
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "http://127.0.0.1:%d/hook",
                "http://localhost:%d/hook",
                "http://[::1]:%d/hook",
                "http://[::ffff:127.0.0.1]:%d/hook",
                "http://2130706433:%d/hook",
                "http://0x7f000001:%d/hook",
                "http://127.1:%d/hook",
                "http://0.0.0.0:%d/hook",
                "http://169.254.169.254/latest"
            })
    void nothingOfTheOperatorsOwnNetworkIsReached(String address) throws Exception {
        Outside outside = new Outside(allowing("127.0.0.2:" + ELSEWHERE + ", localhost:1"));
        assertThatThrownBy(() -> outside.get(URI.create(address.formatted(ELSEWHERE))))
                .satisfiesAnyOf(
                        refused -> assertThat(refused).hasMessageContaining("not on the public internet"),
                        noName -> assertThat(noName).isInstanceOf(UnknownHostException.class));
        assertThat(came).isEmpty();
        outside.destroy();
    }

    @Test
    void redirectsAreNotFollowed() throws Exception {
        try (RawServer moved = new RawServer(connection ->
                connection.getOutputStream().write(head("302 Found", "Location: " + address(), "Content-Length: 0")))) {
            Outside outside = new Outside(allowing(moved.pair() + ",127.0.0.1:" + ELSEWHERE));
            assertThat(outside.get(URI.create("http://" + moved.pair() + "/")).status())
                    .isEqualTo(302);
            assertThat(came).isEmpty();
            outside.destroy();
        }
    }
}
