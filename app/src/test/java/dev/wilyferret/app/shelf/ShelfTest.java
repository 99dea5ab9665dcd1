package dev.wilyferret.app.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.LinearTime;
import dev.wilyferret.app.kit.Scenario;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.Refusal;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class ShelfTest extends AppTest {

    @Autowired
    private Shelf shelf;

    private static byte[] picture(String format) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(40, 30, BufferedImage.TYPE_INT_RGB), format, out);
        return out.toByteArray();
    }

    private MediaFile put(WorkspaceId workspace, String name, byte[] content) {
        return shelf.put(workspace, name, new ByteArrayInputStream(content));
    }

    @Test
    void theContentDecidesWhatAFileIs() throws IOException {
        WorkspaceId workspace = scenario.empty().id();
        MediaFile file = put(workspace, "really.html", picture("png"));
        assertThat(file.contentType()).isEqualTo("image/png");
        assertThat(file.name()).matches("[0-9a-f]{64}\\.png");
        assertThat(file.width()).isEqualTo(40);
        assertThat(file.height()).isEqualTo(30);
        assertThat(put(workspace, "again.png", picture("png"))).isEqualTo(file);
        assertThat(shelf.of(workspace)).hasSize(1);
        assertThat(put(workspace, "b.png", picture("jpg")).contentType()).isEqualTo("image/jpeg");
    }

    @Test
    void whatIsNeitherPictureNorVideoIsRefused() {
        WorkspaceId workspace = scenario.empty().id();
        for (String content :
                new String[] {"<html><script>alert(1)</script>", "<?xml version='1.0'?><html/>", "MZ program", ""}) {
            assertThatThrownBy(() -> put(workspace, "picture.png", content.getBytes(StandardCharsets.UTF_8)))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining("none of PNG, JPEG");
        }
        assertThat(shelf.of(workspace)).isEmpty();
    }

    @Test
    void aDrawingIsKeptWithoutWhatCouldRunOrFetch() throws IOException {
        String hostile = """
                <?xml version="1.0"?><!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>
                <svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)" width="10">
                <script>alert(2)</script><style>@import 'https://a.example'</style><a href="javascript:alert(3)"><path d="M0 0"/></a>
                <foreignObject><iframe src="https://a.example"/></foreignObject><image href="https://a.example/x.png"/>
                <use href="https://a.example#x"/><use href="#ok"/><rect fill="url(https://a.example#p)" stroke="url(#ok)" style="x"/>
                <text>&lt;b&gt; &x;</text></svg>
                """;
        MediaFile file = put(scenario.empty().id(), "a.svg", hostile.getBytes(StandardCharsets.UTF_8));
        assertThat(file.contentType()).isEqualTo("image/svg+xml");
        String kept = Files.readString(shelf.path(file));
        assertThat(kept)
                .contains("href=\"#ok\"", "stroke=\"url(#ok)\"", "&lt;b&gt;", "width=\"10\"")
                .doesNotContain(
                        "alert",
                        "a.example",
                        "passwd\"",
                        "<script",
                        "<style",
                        "<a ",
                        "iframe",
                        "foreign",
                        "onload",
                        "ENTITY");
        assertThat(file.name()).startsWith(java.util.HexFormat.of().formatHex(sha256(kept)));
    }

    private static byte[] sha256(String text) {
        try {
            return java.security.MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
        } catch (java.security.NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void aLargePictureGetsSmallerCopiesAndADocumentIsHandedOut() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(1400, 700, BufferedImage.TYPE_INT_RGB), "jpg", out);
        WorkspaceId workspace = scenario.empty().id();
        MediaFile file = put(workspace, "wide.jpg", out.toByteArray());
        assertThat(file.widths()).containsExactly(480, 960);
        scenario.awaitLive("/media/" + file.copyName(480), 200);
        BufferedImage small = ImageIO.read(shelf.path(file.copies().get(1)).toFile());
        assertThat(small.getWidth()).isEqualTo(480);
        assertThat(small.getHeight()).isEqualTo(240);

        MediaFile guide = put(workspace, "Rescue guide.pdf", "%PDF-1.7 x".getBytes(StandardCharsets.UTF_8));
        scenario.awaitLive("/media/" + guide.name(), 200);
        assertThat(guest().get("/media/" + guide.name()).headers().firstValue("Content-Disposition"))
                .hasValueSatisfying(
                        value -> assertThat(value).startsWith("attachment").contains("Rescue"));
    }

    @Test
    void aZipNamedAsAPictureIsAZipAndNeverShown() {
        MediaFile file =
                put(scenario.empty().id(), "picture.png", "PK\u0003\u0004rest".getBytes(StandardCharsets.ISO_8859_1));
        assertThat(file.contentType()).isEqualTo("application/zip");
        assertThat(file.picture()).isFalse();
    }

    @Test
    void aDamagedPictureIsRefused() throws IOException {
        byte[] whole = picture("png");
        assertThatThrownBy(() -> put(scenario.empty().id(), "cut.png", Arrays.copyOf(whole, whole.length / 2)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("damaged");
    }

    /** Only a header: a PNG that says it is 40,000 by 40,000 pixels. */
    @Test
    void aPictureBombIsRefusedBeforeItIsDecoded() throws IOException {
        byte[] png = picture("png");
        ByteBuffer.wrap(png).putInt(16, 40_000).putInt(20, 40_000);
        CRC32 crc = new CRC32();
        crc.update(png, 12, 17);
        ByteBuffer.wrap(png).putInt(29, (int) crc.getValue());
        assertThatThrownBy(() -> put(scenario.empty().id(), "bomb.png", png))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("40,000 by 40,000 pixels");
    }

    @Test
    void aPictureTooLargeIsRefused() throws IOException {
        byte[] large = Arrays.copyOf(picture("png"), (8 << 20) + 1);
        assertThatThrownBy(() -> put(scenario.empty().id(), "large.png", large))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("at most 8 MB");
    }

    @Test
    void howLargeAFileMayBeIsSetInTheConsole() {
        Scenario.Stage stage = scenario.emptyWithLegal();
        Guest owner = owner(stage);
        String[] kept = {
            "name", "Growbench", "currency", "EUR", "zone", "Europe/Vienna", "mostPictureMb", "8", "mostFileMb", "1"
        };
        byte[] guide = Arrays.copyOf("%PDF-1.7".getBytes(StandardCharsets.UTF_8), 1_500_000);
        assertThat(put(stage.id(), "guide.pdf", guide).bytes()).isEqualTo(1_500_000);
        owner.sendTo("/settings", "/settings", kept);
        guide[guide.length - 1] = 1;
        assertThatThrownBy(() -> put(stage.id(), "guide.pdf", guide)).hasMessageContaining("at most 1 MB fit");
        kept[kept.length - 1] = "1.5";
        assertThat(owner.sendTo("/settings", "/settings", kept).body())
                .contains("&quot;1.5&quot; is not a size. Write whole megabytes from 1 to 60.");
    }

    @Test
    void nothingThatWasRefusedStaysOnTheDisk() throws IOException {
        assertThatThrownBy(() -> put(scenario.empty().id(), "x", new byte[] {1, 2, 3}))
                .isInstanceOf(Refusal.class);
        try (var files = Files.list(installation.files())) {
            assertThat(files).noneMatch(file -> file.toString().endsWith(".tmp"));
        }
    }

    @Test
    void visitorsGetItTypedCachedAndInRanges() throws IOException {
        byte[] content = picture("png");
        MediaFile file = put(scenario.empty().id(), "a.png", content);
        scenario.awaitLive("/media/" + file.name(), 200);
        HttpResponse<String> whole = guest().get("/media/" + file.name());
        assertThat(whole.headers().firstValue("Content-Type")).contains("image/png");
        assertThat(whole.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(whole.headers().firstValue("Content-Security-Policy")).contains("default-src 'none'; sandbox");
        assertThat(whole.headers().firstValue("Cache-Control"))
                .hasValueSatisfying(value -> assertThat(value).contains("immutable"));
        HttpResponse<String> part = guest().get("/media/" + file.name(), "Range", "bytes=1-3");
        assertThat(part.statusCode()).isEqualTo(206);
        assertThat(part.body()).isEqualTo("PNG");
        assertThat(part.headers().firstValue("Content-Range")).contains("bytes 1-3/" + content.length);
        assertThat(guest().get("/media/" + file.name(), "Range", "bytes=99999999-")
                        .statusCode())
                .isEqualTo(416);
        assertThat(guest().get("/media/../application.yaml").statusCode()).isIn(400, 404);
    }

    /** Small to send, large to unpack: one colour in 16 bits a channel. */
    private static byte[] unpacksLarge(int side) throws IOException {
        var model = new ComponentColorModel(
                ColorSpace.getInstance(ColorSpace.CS_sRGB),
                true,
                false,
                Transparency.TRANSLUCENT,
                DataBuffer.TYPE_USHORT);
        var picture = new BufferedImage(model, model.createCompatibleWritableRaster(side, side), false, null);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(picture, "png", out);
        return out.toByteArray();
    }

    @Test
    void manyLargePicturesAtOnceTakeTurns() throws Exception {
        WorkspaceId workspace = scenario.empty().id();
        byte[] large = unpacksLarge(3000);
        try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
            var all = threads.invokeAll(Collections.<Callable<List<Integer>>>nCopies(
                    8, () -> put(workspace, "large.png", large).widths()));
            for (var one : all) {
                assertThat(one.get()).containsExactly(480, 960);
            }
            var samples = threads.invokeAll(Collections.<Callable<Integer>>nCopies(
                    8, () -> shelf.sample(new ByteArrayInputStream(large)).length));
            for (var one : samples) {
                assertThat(one.get()).isBetween(1_000, 40_000);
            }
        }
    }

    @Test
    void onlySoManyPicturesAreUnpackedAtOnceAsTheBudgetHolds() throws Exception {
        // 400 by 400 pixels of eight bytes, twice, and sixteen rows: 2,551 KB. Two fit into 6,000, three do not.
        Decoding decoding = new Decoding(6000);
        byte[] picture = unpacksLarge(400);
        AtomicInteger now = new AtomicInteger();
        AtomicInteger most = new AtomicInteger();
        try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (var one : threads.invokeAll(Collections.<Callable<Boolean>>nCopies(6, () -> {
                var reader = ImageIO.getImageReadersBySuffix("png").next();
                reader.setInput(ImageIO.createImageInputStream(new ByteArrayInputStream(picture)));
                return decoding.use(reader, 4000, unpacked -> {
                    most.accumulateAndGet(now.incrementAndGet(), Math::max);
                    LockSupport.parkNanos(80_000_000);
                    now.decrementAndGet();
                    return true;
                });
            }))) {
                assertThat(one.get()).isTrue();
            }
        }
        assertThat(most.get()).isEqualTo(2);
        assertThatThrownBy(() -> {
                    var reader = ImageIO.getImageReadersBySuffix("png").next();
                    reader.setInput(ImageIO.createImageInputStream(new ByteArrayInputStream(picture)));
                    new Decoding(2000).use(reader, 4000, unpacked -> true);
                })
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("too much memory");
    }

    /** A virtual thread that computes for seconds holds up everybody else's. */
    @Test
    void unpackingComputesOnThreadsOfItsOwn() throws Exception {
        byte[] picture = unpacksLarge(40);
        try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
            boolean onVirtual = threads.submit(() -> {
                        var reader = ImageIO.getImageReadersBySuffix("png").next();
                        reader.setInput(ImageIO.createImageInputStream(new ByteArrayInputStream(picture)));
                        return new Decoding(6000)
                                .use(
                                        reader,
                                        40,
                                        unpacked -> Thread.currentThread().isVirtual());
                    })
                    .get();
            assertThat(onVirtual).isFalse();
        }
    }

    @Test
    void aPictureThatUnpacksToMoreThanThereIsRoomForIsRefused() throws IOException {
        // A PNG's header may claim any size; nothing is unpacked to find out.
        byte[] claims = picture("png");
        claims[16] = 0x00;
        claims[17] = 0x01;
        claims[20] = 0x00;
        claims[21] = 0x01;
        var crc = new java.util.zip.CRC32();
        crc.update(claims, 12, 17);
        java.nio.ByteBuffer.wrap(claims).putInt(29, (int) crc.getValue());
        assertThatThrownBy(() -> put(scenario.empty().id(), "claims.png", claims))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("million in all fit");
    }

    @Test
    void aDrawingThatIsTooLargeOrTooDeepIsRefused() {
        WorkspaceId workspace = scenario.empty().id();
        String deep = "<svg xmlns='http://www.w3.org/2000/svg'>" + "<g>".repeat(20_000) + "</svg>";
        assertThatThrownBy(() -> put(workspace, "deep.svg", deep.getBytes(StandardCharsets.UTF_8)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("inside each other");
        String long1 = "<svg xmlns='http://www.w3.org/2000/svg'>" + "<g/>".repeat(600_000) + "</svg>";
        assertThatThrownBy(() -> put(workspace, "long.svg", long1.getBytes(StandardCharsets.UTF_8)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("a drawing may have 2 MB");
    }

    @Test
    void cleaningADrawingTakesTimeInProportion() {
        LinearTime.check("", CleanSvg::of);
        LinearTime.check("<svg>", CleanSvg::of);
    }
}
