package dev.wilyferret.bench;

import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import javax.imageio.ImageIO;

/**
 * What a stranger could do to stop the program, done to one of its own over loopback; bounded in time and number. Each line
 * says whether it held, with figures. The numbers of connections and the time they are held follow docs/security.md.
 */
public final class Attacks {

    private static final int HELD = 2000;
    private static final Duration HELD_FOR = Duration.ofMinutes(2);
    private static final double HONEST_P99_MILLIS = 250;
    private static final String FORM = "application/x-www-form-urlencoded";

    private final Database database;
    private final Victim victim;
    private final Findings findings;
    private final ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor();

    private Attacks(Database database, Victim victim, Findings findings) {
        this.database = database;
        this.victim = victim;
        this.findings = findings;
    }

    public static void main(String[] args) throws Exception {
        try (Database database = Database.start();
                Victim victim = new Victim(database)) {
            victim.awaitUp();
            Findings findings = new Findings(victim);
            List<String> alone = List.of(args);
            if (alone.isEmpty()) {
                Attacks attacks = new Attacks(database, victim, findings);
                attacks.all();
                attacks.threads.shutdownNow();
            }
            if (alone.isEmpty() || alone.contains("floods")) {
                new Floods(database, victim, findings).all();
            }
            if (alone.isEmpty() || alone.contains("data")) {
                new DataAttacks(database, victim, findings).all();
            }
            System.exit(findings.allHeld() ? 0 : 1);
        }
    }

    private void all() throws Exception {
        announcedBodies();
        signsInAField();
        scriptInTheView();
        manyForms();
        largePictures();
        slowReceivers();
        brokenPage();
        heldConnections();
    }

    private void say(String attack, boolean held, String figures, Object... values) {
        findings.say(attack, held, figures, values);
    }

    private static double millisSince(long begun) {
        return Findings.millisSince(begun);
    }

    private double click() throws IOException, InterruptedException {
        return findings.click();
    }

    private void announcedBodies() throws Exception {
        List<Socket> sockets = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            sockets.add(held(Victim.CONSOLE, "POST /sign-in", FORM, 33_000_000));
            sockets.add(held(Victim.SITE, "POST /px", FORM, 33_000_000));
            sockets.add(held(Victim.CONSOLE, "POST /shelf", "multipart/form-data; boundary=x", 60_000_000));
        }
        int refused = 0;
        for (Socket socket : sockets) {
            socket.setSoTimeout(5000);
            byte[] line = socket.getInputStream().readNBytes(12);
            refused += new String(line, StandardCharsets.US_ASCII).equals("HTTP/1.1 413") ? 1 : 0;
            socket.close();
        }
        double after = click();
        say(
                "180 bodies of 33 MB and more announced",
                refused == 180 && after < 1000,
                "%d refused; then a click in %.0f ms",
                refused,
                after);
    }

    private static Socket held(int port, String line, String type, int length) throws IOException {
        Socket socket = new Socket("127.0.0.1", port);
        socket.setTcpNoDelay(true);
        socket.getOutputStream()
                .write("%s HTTP/1.1\r\nHost: localhost\r\nContent-Type: %s\r\nContent-Length: %d\r\n\r\n"
                        .formatted(line, type, length)
                        .getBytes(StandardCharsets.US_ASCII));
        return socket;
    }

    /** The demo's opt-in form. */
    private String form() throws IOException, InterruptedException {
        String page = victim.get(Victim.site() + "/balcony-calendar/calendar").body();
        int at = page.indexOf("/opt-in/");
        return Victim.site() + page.substring(at, page.indexOf('"', at));
    }

    private void signsInAField() throws Exception {
        String form = form();
        String typed = "\uE0F0".repeat(7000);
        long begun = System.nanoTime();
        List<Future<Integer>> sent = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            sent.add(threads.submit(
                    () -> victim.post(form, List.of("email", typed)).statusCode()));
        }
        double click = click();
        for (Future<Integer> one : sent) {
            one.get();
        }
        double took = millisSince(begun);
        say(
                "three fields of 63 KB of private-use signs",
                took < 2000 && click < 1000,
                "answered in %.0f ms; a click meanwhile in %.0f ms",
                took,
                click);
    }

    private void scriptInTheView() throws Exception {
        String answer = victim.post(form(), List.of("email", "none", "v", "\"><script>alert(1)</script>"))
                .body();
        say(
                "script in the view of a refused form",
                !answer.contains("alert(1)"),
                "%s",
                answer.contains("alert(1)") ? "it stands in the page" : "it is left out");
    }

    private void manyForms() throws Exception {
        String form = form();
        long before = database.count("lead");
        long begun = System.nanoTime();
        List<Future<Integer>> sent = new ArrayList<>();
        for (int i = 0; i < 250; i++) {
            int number = i;
            sent.add(threads.submit(() -> victim.post(form, List.of("email", "at" + number + "@once.example"))
                    .statusCode()));
        }
        long page = System.nanoTime();
        victim.get(Victim.site() + "/cellar-crop/start");
        double pageTook = millisSince(page);
        int kept = 0;
        for (Future<Integer> one : sent) {
            kept += one.get() == 303 ? 1 : 0;
        }
        long stored = database.count("lead") - before;
        say(
                "250 forms at once",
                kept == 250 && stored == 250 && pageTook < 2000,
                "%d answered, %d stored, in %.1f s; a page meanwhile in %.0f ms",
                kept,
                stored,
                millisSince(begun) / 1000,
                pageTook);
    }

    private static byte[] largePicture() throws IOException {
        var model = new ComponentColorModel(
                ColorSpace.getInstance(ColorSpace.CS_sRGB),
                true,
                false,
                Transparency.TRANSLUCENT,
                DataBuffer.TYPE_USHORT);
        var picture = new BufferedImage(model, model.createCompatibleWritableRaster(5000, 5000), false, null);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(picture, "png", out);
        return out.toByteArray();
    }

    private void largePictures() throws Exception {
        String cookie = victim.signIn();
        String token = Victim.token(
                victim.get(Victim.console() + "/shelf", "Cookie", cookie).body());
        byte[] picture = largePicture();
        long begun = System.nanoTime();
        List<Callable<Integer>> uploads = Collections.nCopies(4, () -> {
            ByteArrayOutputStream body = new ByteArrayOutputStream();
            body.writeBytes("--edge\r\nContent-Disposition: form-data; name=\"file\"; filename=\"large.png\"\r\n\r\n"
                    .getBytes(StandardCharsets.US_ASCII));
            body.writeBytes(picture);
            body.writeBytes("\r\n--edge--\r\n".getBytes(StandardCharsets.US_ASCII));
            HttpResponse<String> answer = victim.send(victim.request(
                            Victim.console() + "/shelf?_csrf="
                                    + java.net.URLEncoder.encode(token, StandardCharsets.UTF_8),
                            "Cookie",
                            cookie)
                    .header("Content-Type", "multipart/form-data; boundary=edge")
                    .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()))
                    .build());
            return answer.statusCode();
        });
        int taken = 0;
        for (Future<Integer> one : threads.invokeAll(uploads)) {
            taken += one.get() == 302 ? 1 : 0;
        }
        say(
                "four uploads of 5000 x 5000 in 16 bits",
                taken == 4 && click() < 1000,
                "%d of %d KB taken in %.1f s",
                taken,
                picture.length / 1024,
                millisSince(begun) / 1000);
    }

    /** How long it takes until a mail of a sequence that is due lies in the outbox. */
    private double sequence(String who) throws SQLException, InterruptedException {
        database.change("""
                insert into subscriber (workspace_id, id, list_id, email, address_key, first_name, last_name, phone, answers, tags,
                  state, source, campaign, country, consent, suspect, order_ref, joined_at, confirmed_at, in_sequence, look_at)
                select workspace_id, gen_random_uuid(), id, '%1$s@bench.example', '%1$s@bench.example', '', '', '', '{}', '{}',
                  'CONFIRMED', '', '', '', '', '', '', now(), now(), true, now() from mail_list where name = 'Balcony calendar'
                """.formatted(who));
        long begun = System.nanoTime();
        while (millisSince(begun) < 30_000) {
            if (database.ask(
                            "select 1 from outbox o join subscriber s on s.id = o.subscriber_id where s.email = '%s@bench.example'"
                                    .formatted(who))
                    .equals("1")) {
                return millisSince(begun);
            }
            Thread.sleep(20);
        }
        return Double.POSITIVE_INFINITY;
    }

    /** Answers as slowly as it can, until the other side has had enough. */
    private static boolean trickle(Socket connection) throws IOException, InterruptedException {
        try (connection) {
            connection
                    .getOutputStream()
                    .write("HTTP/1.1 200 OK\r\nContent-Length: 1000000\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
            for (int i = 0; i < 600; i++) {
                connection.getOutputStream().write('<');
                Thread.sleep(100);
            }
        }
        return true;
    }

    private void slowReceivers() throws Exception {
        ServerSocket slow = new ServerSocket(Victim.ELSEWHERE, 50, InetAddress.getLoopbackAddress());
        AtomicInteger asked = new AtomicInteger();
        threads.submit(() -> {
            while (!slow.isClosed()) {
                Socket one = slow.accept();
                asked.incrementAndGet();
                threads.submit(() -> trickle(one));
            }
            return true;
        });
        double before = sequence("before");
        for (int i = 0; i < 10; i++) {
            database.change("""
                    with made as (
                      insert into handover (workspace_id, id, list_id, kind, address, secret, fields, live, made_at)
                      select workspace_id, gen_random_uuid(), id, 'FORM', 'http://127.0.0.1:%d/trickle', '',
                        '{"fixed":{},"filled":{},"get":true}', true, now() from mail_list where name = 'Balcony calendar'
                      returning workspace_id, id)
                    insert into handed (workspace_id, id, handover_id, subscriber_id, state, due_at, attempts, answer)
                    select made.workspace_id, gen_random_uuid(), made.id, s.id, 'WAITING', now(), 0, ''
                    from made, subscriber s where s.email = 'before@bench.example'
                    """.formatted(Victim.ELSEWHERE));
        }
        long begun = System.nanoTime();
        while (asked.get() < 10 && millisSince(begun) < 10_000) {
            Thread.sleep(50);
        }
        double meanwhile = sequence("meanwhile");
        while (database.ask("select count(*) from handed where attempts = 0").equals("0")
                ? false
                : millisSince(begun) < 40_000) {
            Thread.sleep(200);
        }
        double over = millisSince(begun) / 1000;
        slow.close();
        say(
                "ten receivers that trickle their answers",
                asked.get() >= 10 && meanwhile < Math.max(2000, 3 * before) && over < 25,
                "a due mail is put in after %.0f ms, before %.0f ms; given up after %.1f s",
                meanwhile,
                before,
                over);
    }

    private void brokenPage() throws Exception {
        database.change("update page set published = '{\"version\": 99}' where slug = 'calendar'");
        long begun = System.nanoTime();
        while (victim.get(Victim.site() + "/balcony-calendar/calendar").statusCode() != 404
                && millisSince(begun) < 10_000) {
            Thread.sleep(100);
        }
        int gone = victim.get(Victim.site() + "/balcony-calendar/calendar").statusCode();
        int others = victim.get(Victim.site() + "/balcony-calendar/thank-you").statusCode();
        double up = findings.restarted();
        int after = victim.get(Victim.site() + "/balcony-calendar/thank-you").statusCode();
        database.change("update page set published = draft where slug = 'calendar'");
        say(
                "a page that cannot be read, and a restart",
                gone == 404 && others == 200 && after == 200,
                "it alone is gone; up again after %.0f s",
                up / 1000);
    }

    private void heldConnections() throws Exception {
        long end = System.nanoTime() + HELD_FOR.toNanos();
        AtomicInteger opened = new AtomicInteger();
        AtomicInteger failed = new AtomicInteger();
        for (int i = 0; i < HELD; i++) {
            int kind = i % 4;
            threads.submit(() -> {
                while (System.nanoTime() < end) {
                    try (Socket socket = slow(kind)) {
                        opened.incrementAndGet();
                        while (System.nanoTime() < end) {
                            Thread.sleep(2000);
                            socket.getOutputStream().write('a');
                            if (socket.getInputStream().available() > 0) {
                                break;
                            }
                        }
                    } catch (IOException closed) {
                        failed.incrementAndGet();
                        Thread.sleep(200);
                    }
                }
                return true;
            });
        }
        Thread.sleep(3000);
        long before = database.count("click");
        ConcurrentLinkedQueue<Double> took = new ConcurrentLinkedQueue<>();
        AtomicInteger answered = new AtomicInteger();
        List<Future<Boolean>> honest = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            honest.add(threads.submit(() -> {
                while (System.nanoTime() < end) {
                    try {
                        double millis = click();
                        took.add(millis);
                        answered.addAndGet(millis < Double.POSITIVE_INFINITY ? 1 : 0);
                    } catch (IOException refused) {
                        took.add(Double.POSITIVE_INFINITY);
                    }
                    Thread.sleep(20);
                }
                return true;
            }));
        }
        for (Future<Boolean> one : honest) {
            one.get();
        }
        long stored = database.count("click") - before;
        List<Double> sorted = took.stream().sorted().toList();
        double p99 = sorted.get((int) (sorted.size() * 0.99));
        say(
                "%,d slow or held connections for %d s".formatted(HELD, HELD_FOR.toSeconds()),
                p99 < HONEST_P99_MILLIS && stored == answered.get(),
                "%,d opened, %,d ended by the program; honest clicks %,d of %,d answered, %,d stored, p99 %.0f ms",
                opened.get(),
                failed.get(),
                answered.get(),
                took.size(),
                stored,
                p99);
    }

    private static Socket slow(int kind) throws IOException {
        return switch (kind) {
            case 0 -> held(Victim.SITE, "POST /px", FORM, 60_000);
            case 1 -> held(Victim.CONSOLE, "POST /sign-in", FORM, 60_000);
            case 2 -> header(Victim.SITE);
            default -> header(Victim.CONSOLE);
        };
    }

    private static Socket header(int port) throws IOException {
        Socket socket = new Socket("127.0.0.1", port);
        socket.getOutputStream()
                .write("GET / HTTP/1.1\r\nHost: localhost\r\nX-Slow: ".getBytes(StandardCharsets.US_ASCII));
        return socket;
    }
}
