package dev.wilyferret.app.pages;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.HtmlChecker;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.app.publicpage.Marks;
import dev.wilyferret.app.publicpage.PageExport;
import dev.wilyferret.app.publicpage.PageHtml;
import dev.wilyferret.app.publicpage.Previews;
import dev.wilyferret.app.shelf.Shelf;
import dev.wilyferret.core.design.StartingDesign;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Block.Answer;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.BlockKind;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.RichText;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What visitors get is valid, small, and holds nothing that was not meant. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class RenderingTest extends AppTest {

    private static final List<String> HOSTILE = List.of(
            "<script>alert(1)</script>",
            "\"><img src=x onerror=alert(2)>",
            "' onmouseover='alert(3)",
            "{{city|<svg onload=alert(4)>}}",
            "{{x\" onclick=\"alert(5)|y}}",
            "</style><script>alert(6)</script>",
            "</textarea></title><script>alert(7)</script>",
            "javascript:alert(8)",
            "\uE0F0city\uE0F1<b onclick=alert(9)>\uE0F2",
            "zzFIREIDzz&#x3C;script&#x3E;");

    @Autowired
    private Previews previews;

    @Autowired
    private PageHtml html;

    @Autowired
    private PageExport export;

    @Autowired
    private Shelf shelf;

    private Scenario.Trail trail;
    private String picture = "";

    @BeforeAll
    void begin() throws IOException {
        trail = scenario.trail();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(
                new java.awt.image.BufferedImage(800, 400, java.awt.image.BufferedImage.TYPE_INT_RGB), "jpg", out);
        picture = shelf.put(trail.workspace(), "bucket.jpg", new ByteArrayInputStream(out.toByteArray()))
                .name();
    }

    static Stream<StartingDesign> designs() {
        return StartingDesign.all().stream();
    }

    private String drawn(ContentPage page) {
        return html.render(
                        page, previews.around(trail.bridge(), trail.promotion()).plain(id -> Optional.of("/x/" + id)))
                .html();
    }

    /**
     * Each kind of block with the same words in all its places.
     *
     * @param id of the block; what is inside begins with it
     */
    private Placed block(BlockKind kind, String words, String id) {
        NextStep offer = new NextStep.ToOffer();
        return switch (kind) {
            case HEADLINE -> Placed.of(id, new Block.Headline(words));
            case SUB_HEADLINE -> Placed.of(id, new Block.SubHeadline(words));
            case TEXT ->
                Placed.of(
                        id,
                        new Block.Text(new RichText(words + "\n- " + words + "\n\n**" + words + "** ["
                                + words.replaceAll("[\\[\\]\n]", "") + "](https://a.example/?q=%22)")));
            case BENEFITS -> Placed.of(id, new Block.Benefits(List.of(words, words)));
            case PICTURE -> Placed.of(id, new Block.Picture(picture, words, false));
            case VIDEO ->
                Placed.of(
                        id, new Block.Video("", "https://tube.example/7?a=%22&b=1", picture, words, true, false, true));
            case BUTTON -> Placed.of(id, new Block.Button(cut(words), new NextStep.OpenPopUp(new BlockId("p"))));
            case FORM ->
                Placed.of(
                        id,
                        new Block.Form(
                                Arrays.stream(FormField.Asked.values())
                                        .map(asked -> new FormField(
                                                asked, cut(words + asked.ordinal()), asked == FormField.Asked.PHONE))
                                        .toList(),
                                cut(words),
                                words,
                                words,
                                offer));
            case BONUS_LIST, BONUS ->
                Placed.of(
                        id,
                        new Block.BonusList(words, true),
                        Placed.of(id + "c", new Block.Bonus(picture, words, words, "9.50")),
                        Placed.of(id + "d", new Block.Bonus("", words, "", "0.50")));
            case QUIZ, QUESTION ->
                Placed.of(
                        id,
                        new Block.Quiz(cut(words), offer),
                        Placed.of(
                                id + "c",
                                new Block.Question(
                                        words,
                                        List.of(
                                                new Answer(words, offer),
                                                new Answer(words, new NextStep.NotChosen())))));
            case OFFER_ITEM -> Placed.of(id, new Block.OfferItem(picture, words, words, words, cut(words), offer));
            case QUOTE -> Placed.of(id, new Block.Quote(words, words));
            case COUNTDOWN ->
                Placed.of(
                        id,
                        new Block.Countdown(
                                Optional.of(Instant.parse("2030-01-01T00:00:00Z")),
                                words,
                                words,
                                Optional.empty(),
                                Optional.empty(),
                                offer,
                                true));
            case DIVIDER -> Placed.of(id, new Block.Divider());
            case POP_UP ->
                Placed.of(id, new Block.PopUp(cut(words)), Placed.of(id + "c", new Block.SubHeadline(words)));
            case DISCLOSURE -> Placed.of(id, new Block.Disclosure(words));
            case CODE -> Placed.of(id, new Block.Code(""));
        };
    }

    private static String cut(String words) {
        return words.length() > 60 ? words.substring(0, 60) : words;
    }

    private static void harmless(String html, String of) {
        Document page = Jsoup.parse(html);
        assertThat(page.select("script").stream().map(script -> script.data()).filter(data -> data.contains("alert")))
                .as(of)
                .isEmpty();
        assertThat(page.select("img[src=x], svg, b[onclick]")).as(of).isEmpty();
        page.getAllElements()
                .forEach(element -> element.attributes().forEach(attribute -> {
                    assertThat(attribute.getKey().toLowerCase(Locale.ROOT))
                            .as(of)
                            .doesNotStartWith("on");
                    if (attribute.getKey().equals("href") || attribute.getKey().equals("src")) {
                        assertThat(attribute.getValue().toLowerCase(Locale.ROOT))
                                .as(of)
                                .doesNotStartWith("javascript:");
                    }
                }));
    }

    @ParameterizedTest
    @EnumSource(BlockKind.class)
    void hostileWordsInEveryFieldStayWords(BlockKind kind) {
        Random random = new Random(kind.ordinal());
        for (int page = 0; page < HOSTILE.size(); page++) {
            List<Placed> blocks = new ArrayList<>();
            for (String end : HOSTILE) {
                blocks.add(block(kind, HOSTILE.get(page) + noise(random) + end, "b" + blocks.size()));
            }
            String words = HOSTILE.get(page) + HOSTILE.get((page + kind.ordinal()) % HOSTILE.size());
            PageSettings settings = new PageSettings(words, words, "", "", "en", true, true, "", "");
            harmless(drawn(Scenario.content(blocks.toArray(Placed[]::new)).with(settings)), kind + ": " + words);
        }
    }

    /** A few characters of any alphabet, none of which the rule for text refuses. */
    private static String noise(Random random) {
        return random.ints(0, 0x3000)
                .filter(Character::isLetterOrDigit)
                .limit(random.nextInt(6))
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }

    @ParameterizedTest
    @EnumSource(BlockKind.class)
    void everyKindOfBlockIsValidHtml(BlockKind kind) throws Exception {
        valid(drawn(Scenario.content(
                Placed.of("h", new Block.Headline("Words")),
                block(kind, "Plain words", "b"),
                Placed.of("p", new Block.PopUp("More"), Placed.of("s", new Block.SubHeadline("Inside"))))));
    }

    @ParameterizedTest
    @MethodSource("designs")
    void everyDesignIsValidSmallAndAsksNobodyElse(StartingDesign design) throws Exception {
        String page = drawn(design.page());
        valid(page);
        int bytes = page.getBytes(StandardCharsets.UTF_8).length;
        System.out.printf("design %-18s %,d bytes of HTML, style and script%n", design.key(), bytes);
        assertThat(bytes).isLessThan(35_000);
        Document parsed = Jsoup.parse(page);
        assertThat(parsed.select("[src^=http], link[href^=http], script[src]")).isEmpty();
        assertThat(parsed.select("html").attr("lang")).isEqualTo("en");
        assertThat(parsed.select("meta[property=og:title]"))
                .hasSize(design.page().title().isEmpty() ? 0 : 1);
    }

    /** The style is left out: the checker's rules for style are older than what browsers take. */
    private static void valid(String drawn) throws Exception {
        String html = Marks.plain(drawn);
        String bare = html.replaceAll("(?s)<style>.*?</style>", "<style></style>");
        String said = HtmlChecker.check(bare);
        List<String> errors = new ArrayList<>();
        for (JsonNode message : JsonMapper.builder().build().readTree(said).path("messages")) {
            if (message.path("type").asString().equals("error")) {
                errors.add(message.path("message").asString() + " in "
                        + message.path("extract").asString());
            }
        }
        assertThat(errors).isEmpty();
    }

    @Test
    void tokensAreFilledForTheVisitorAndEscaped() {
        scenario.write(
                trail.bridge(),
                Scenario.bridgeText("Grow in {{city|your town}} with {{offer|it}}", new NextStep.ToOffer(), List.of()));
        String path = trail.bridgePath();
        org.awaitility.Awaitility.await()
                .until(() -> guest().get(path).body().contains("Grow in your town with Cellar Crop Course"));
        assertThat(guest().get(path + "?city=%3Cscript%3Ealert(1)%3C/script%3E").body())
                .contains("Grow in &lt;script&gt;alert(1)&lt;/script&gt; with")
                .doesNotContain("<script>alert(1)");
        assertThat(guest().get(path + "?City=Graz").body()).contains("Grow in Graz with");
    }

    @Test
    void aPictureStandsBesideTheNextBlockAndBringsSmallerCopies() {
        Document page = Jsoup.parse(drawn(Scenario.content(
                Placed.of("h", new Block.Headline("Words")),
                Placed.of("p", new Block.Picture(picture, "A bucket", true)),
                Placed.of("t", new Block.SubHeadline("Beside it")),
                Placed.of("u", new Block.SubHeadline("Below")))));
        assertThat(page.select("main > .side").text()).isEqualTo("Beside it");
        assertThat(page.select(".side img").attr("srcset")).contains("-480.jpg 480w", ".jpg 800w");
        assertThat(page.select(".side img").attr("loading")).isEqualTo("lazy");
        assertThat(page.select(".side img").attr("width")).isEqualTo("800");
    }

    @Test
    void anExportedPageWorksFromAnyWebHost() throws IOException {
        scenario.write(
                trail.bridge(),
                Scenario.content(
                        Placed.of("h", new Block.Headline("Grow in {{city|your town}}")),
                        Placed.of("p", new Block.Picture(picture, "A bucket", false)),
                        Placed.of("b", new Block.Button("Go", new NextStep.ToOffer())),
                        Placed.of("f", new Block.Button("Take it", new NextStep.HandOut(picture))),
                        Placed.of("d", new Block.Disclosure("I earn a commission."))));
        Page now = trail.bridge();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        export.write(pages.find(now.workspace(), now.id()).orElseThrow(), out);
        Map<String, byte[]> files = new java.util.TreeMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(out.toByteArray()))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                files.put(entry.getName(), zip.readAllBytes());
            }
        }
        Document page = Jsoup.parse(
                new String(java.util.Objects.requireNonNull(files.get("index.html")), StandardCharsets.UTF_8));
        assertThat(page.selectFirst("h1").text()).isEqualTo("Grow in your town");
        assertThat(files).containsKey(page.selectFirst("img").attr("src"));
        assertThat(page.selectFirst("a.button").attr("href")).startsWith(installation.siteAddress() + "/out/");
        assertThat(page.select("a.button").last().attr("href"))
                .startsWith(installation.siteAddress() + "/file/")
                .endsWith(picture);
        assertThat(files.keySet()).anyMatch(name -> name.endsWith(".woff2"));
    }

    @Autowired
    private Pages pages;
}
