package dev.wilyferret.app.shelf;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;
import net.coobird.thumbnailator.util.exif.ExifFilterUtils;
import net.coobird.thumbnailator.util.exif.ExifUtils;
import net.coobird.thumbnailator.util.exif.Orientation;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Pictures and videos: stored once by content, on disk before they are acknowledged. */
@Service
public class Shelf {

    private static final int[] COPY_WIDTHS = {480, 960};
    /** A picture larger than this is an accident or an attack. */
    private static final long MOST_PIXELS = 25_000_000;
    /** A drawing becomes many times its size while it is looked over. */
    private static final long MOST_DRAWING_BYTES = 2 << 20;

    private final MediaStore media;
    private final Path folder;
    private final Decoding decoding;
    private final Workspaces workspaces;
    private final TransactionTemplate transaction;
    private final UuidV7 ids;
    private final Clock clock;

    Shelf(
            MediaStore media,
            Installation installation,
            Decoding decoding,
            Workspaces workspaces,
            TransactionTemplate transaction,
            UuidV7 ids,
            Clock clock) {
        this.media = media;
        this.decoding = decoding;
        this.folder = installation.files();
        this.workspaces = workspaces;
        this.transaction = transaction;
        this.ids = ids;
        this.clock = clock;
    }

    /**
     * Puts a file on the shelf; the same content again is the same file.
     *
     * @throws Refusal if it is neither picture nor video, damaged, or too large
     */
    public MediaFile put(WorkspaceId workspace, String originalName, InputStream content) {
        try {
            Files.createDirectories(folder);
            Path arriving = Files.createTempFile(folder, "arriving", ".tmp");
            try {
                MediaFile file = inspected(
                        arriving,
                        received(content, arriving),
                        shownName(originalName),
                        workspaces.get(workspace).files());
                Optional<MediaFile> known = find(workspace, file.name());
                if (known.isPresent()) {
                    return known.get();
                }
                Files.move(
                        arriving,
                        folder.resolve(file.name()),
                        StandardCopyOption.REPLACE_EXISTING,
                        StandardCopyOption.ATOMIC_MOVE);
                // No connection is held while pictures wait for their turn to be unpacked.
                MediaFile copied = copied(file);
                return Objects.requireNonNull(transaction.execute(status -> kept(workspace, copied)));
            } finally {
                Files.deleteIfExists(arriving);
            }
        } catch (IOException e) {
            throw new UncheckedIOException("The shelf's folder cannot be written", e);
        }
    }

    /** Notes a file; two who bring the same at one moment take turns. */
    private MediaFile kept(WorkspaceId workspace, MediaFile file) {
        media.takeTurn(workspace + file.name());
        return media.named(workspace.value(), file.name())
                .orElseGet(() -> media.save(new MediaRow(RowKey.of(workspace, ids.next()), file, clock.instant())))
                .toFile();
    }

    /** Copies the content to disk for good, and gives its SHA-256. */
    private static String received(InputStream content, Path target) throws IOException {
        MessageDigest digest;
        try {
            digest = MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java runtime has SHA-256", e);
        }
        try (var out = new DigestOutputStream(Files.newOutputStream(target), digest)) {
            content.transferTo(out);
        }
        try (FileChannel channel = FileChannel.open(target, StandardOpenOption.WRITE)) {
            channel.force(true);
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    private MediaFile inspected(Path file, String hash, String called, Workspace.FileLimits limits) throws IOException {
        byte[] head;
        try (InputStream in = Files.newInputStream(file)) {
            head = in.readNBytes(1024);
        }
        MediaType type = MediaType.of(head)
                .orElseThrow(
                        () -> new Refusal(
                                "That file is none of PNG, JPEG, GIF, WebP, SVG, MP4, WebM, PDF and ZIP. Its content decides, not its name."));
        long bytes = Files.size(file);
        long most = (long) (type.picture() ? limits.picture() : limits.other()) << 20;
        if (bytes > most) {
            throw new Refusal("That file has %.1f MB; at most %d MB fit. Save it smaller."
                    .formatted(bytes / 1048576.0, most >> 20));
        }
        String name = hash + "." + type.extension;
        return switch (type) {
            case PNG, JPEG, GIF, WEBP -> picture(file, name, called, type, bytes);
            case SVG -> drawing(file, called);
            case MP4, WEBM, PDF, ZIP -> new MediaFile(name, called, "", type.contentType, bytes, 0, 0, List.of());
        };
    }

    /** Reads the size from the picture's header, and decodes it only if that is bearable. */
    private MediaFile picture(Path file, String name, String called, MediaType type, long bytes) throws IOException {
        try {
            return read(file, type.extension, reader -> {
                int width = reader.getWidth(0);
                int height = reader.getHeight(0);
                if ((long) width * height > MOST_PIXELS) {
                    throw new Refusal(
                            "That picture is %,d by %,d pixels; at most %,d million in all fit. Save it smaller."
                                    .formatted(width, height, MOST_PIXELS / 1_000_000));
                }
                decoding.use(reader, COPY_WIDTHS[COPY_WIDTHS.length - 1], unpacked -> true);
                return new MediaFile(name, called, "", type.contentType, bytes, width, height, List.of());
            });
        } catch (IOException | RuntimeException e) {
            if (e instanceof Refusal) {
                throw e;
            }
            throw new Refusal("That picture is damaged and cannot be drawn. Save it again and send the new file.");
        }
    }

    @FunctionalInterface
    private interface Reading<T> {
        T from(ImageReader reader) throws IOException;
    }

    private static <T> T read(Path file, String extension, Reading<T> reading) throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
            ImageReader reader = ImageIO.getImageReadersBySuffix(extension).next();
            try {
                reader.setInput(in);
                return reading.from(reader);
            } finally {
                reader.dispose();
            }
        }
    }

    /** A drawing is kept without anything that could run or fetch; its name is that of what is kept. */
    private static MediaFile drawing(Path file, String called) throws IOException {
        if (Files.size(file) > MOST_DRAWING_BYTES) {
            throw new Refusal("That SVG has %.1f MB; a drawing may have %d MB. Save it simpler."
                    .formatted(Files.size(file) / 1048576.0, MOST_DRAWING_BYTES >> 20));
        }
        String clean = CleanSvg.of(Files.readString(file, StandardCharsets.UTF_8));
        String hash = received(new ByteArrayInputStream(clean.getBytes(StandardCharsets.UTF_8)), file);
        return new MediaFile(
                hash + "." + MediaType.SVG.extension,
                called,
                "",
                MediaType.SVG.contentType,
                Files.size(file),
                0,
                0,
                List.of());
    }

    private static String shownName(String originalName) {
        String shown = originalName.replaceAll("\\p{C}", "");
        return shown.substring(0, Math.min(shown.length(), 200));
    }

    /** Makes the smaller copies of a still picture. */
    private MediaFile copied(MediaFile file) throws IOException {
        if (!file.contentType().equals("image/png") && !file.contentType().equals("image/jpeg")) {
            return file;
        }
        int[] widths = Arrays.stream(COPY_WIDTHS)
                .filter(width -> file.width() > width * 1.2)
                .toArray();
        if (widths.length == 0) {
            return file;
        }
        List<MediaFile.Copy> smaller = new ArrayList<>();
        String extension = file.name().substring(file.name().lastIndexOf('.') + 1);
        read(path(file), extension, reader -> {
            // Twice as wide as is needed, so that thinning out does not show.
            decoding.use(reader, 2 * widths[widths.length - 1], unpacked -> {
                BufferedImage upright = extension.equals("jpg") ? upright(reader, unpacked) : plain(unpacked);
                for (int width : widths) {
                    Path copy = folder.resolve(file.copyName(width));
                    Thumbnails.of(upright).width(width).outputQuality(0.82).toFile(copy.toFile());
                    smaller.add(new MediaFile.Copy(width, Files.size(copy)));
                }
                return true;
            });
            return true;
        });
        return new MediaFile(
                file.name(),
                file.originalName(),
                file.description(),
                file.contentType(),
                file.bytes(),
                file.width(),
                file.height(),
                smaller);
    }

    /** As it is looked at: cameras say in the file which side is up. */
    private static BufferedImage upright(ImageReader reader, BufferedImage picture) throws IOException {
        Orientation orientation = ExifUtils.getExifOrientation(reader, 0);
        BufferedImage plain = picture.getType() == BufferedImage.TYPE_CUSTOM ? plain(picture) : picture;
        return orientation == null
                ? plain
                : ExifFilterUtils.getFilterForOrientation(orientation).apply(plain);
    }

    /** In eight bits a channel, which is all that copies are made of. */
    private static BufferedImage plain(BufferedImage picture) {
        boolean clear = picture.getColorModel().hasAlpha();
        BufferedImage plain = new BufferedImage(
                picture.getWidth(),
                picture.getHeight(),
                clear ? BufferedImage.TYPE_INT_ARGB : BufferedImage.TYPE_INT_RGB);
        Graphics2D drawing = plain.createGraphics();
        drawing.drawImage(picture, 0, 0, null);
        drawing.dispose();
        return plain;
    }

    /**
     * The pixels of a picture that is not kept, thinned out to some ten thousand.
     *
     * @return red, green and blue in the lowest 24 bits
     * @throws Refusal if it is no picture, or too large to be read
     */
    public int[] sample(InputStream content) {
        return PictureSample.pixels(content, decoding);
    }

    /** Says what a file shows, for whoever puts it on a page next. */
    @Transactional
    public void describe(WorkspaceId workspace, String name, String description) {
        String text = PlainText.optionalLine("description", description, 200);
        media.named(workspace.value(), name).ifPresent(row -> row.description = text);
    }

    @Transactional(readOnly = true)
    public Optional<MediaFile> find(WorkspaceId workspace, String name) {
        return media.named(workspace.value(), name).map(MediaRow::toFile);
    }

    /** The sizes that are taken, as a sentence. */
    public String limits(Workspace workspace) {
        return "PNG, JPEG, GIF, WebP and SVG pictures up to %d MB; MP4 and WebM videos, PDF and ZIP files up to %d MB."
                .formatted(workspace.files().picture(), workspace.files().other());
    }

    /** The files of a workspace, the latest first. */
    @Transactional(readOnly = true)
    public List<MediaFile> of(WorkspaceId workspace) {
        return media.ofWorkspace(workspace.value()).stream()
                .map(MediaRow::toFile)
                .toList();
    }

    /** Where a file's content lies. */
    public Path path(MediaFile file) {
        return folder.resolve(file.name());
    }
}
