package dev.wilyferret.app.media;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
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
import java.util.HexFormat;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pictures and videos: stored once by content, on disk before they are acknowledged. */
@Service
public class Shelf {

    private static final int[] COPY_WIDTHS = {480, 960};
    /** A picture this large decodes to 100 MB; more is an accident or an attack. */
    private static final long MOST_PIXELS = 25_000_000;

    private final MediaStore media;
    private final Path folder;
    private final Workspaces workspaces;
    private final UuidV7 ids;
    private final Clock clock;

    Shelf(MediaStore media, Installation installation, Workspaces workspaces, UuidV7 ids, Clock clock) {
        this.media = media;
        this.folder = installation.files();
        this.workspaces = workspaces;
        this.ids = ids;
        this.clock = clock;
    }

    /**
     * Puts a file on the shelf; the same content again is the same file.
     *
     * @throws Refusal if it is neither picture nor video, damaged, or too large
     */
    @Transactional
    public MediaFile put(UUID workspace, String originalName, InputStream content) {
        try {
            Files.createDirectories(folder);
            Path arriving = Files.createTempFile(folder, "arriving", ".tmp");
            try {
                MediaFile file = inspected(
                        arriving,
                        received(content, arriving),
                        shownName(originalName),
                        workspaces.get(workspace).files());
                Optional<MediaRow> known = media.named(workspace, file.name());
                if (known.isEmpty()) {
                    Files.move(
                            arriving,
                            folder.resolve(file.name()),
                            StandardCopyOption.REPLACE_EXISTING,
                            StandardCopyOption.ATOMIC_MOVE);
                    media.save(new MediaRow(new RowKey(workspace, ids.next()), copied(file), clock.instant()));
                }
                return find(workspace, file.name()).orElseThrow();
            } finally {
                Files.deleteIfExists(arriving);
            }
        } catch (IOException e) {
            throw new UncheckedIOException("The shelf's folder cannot be written", e);
        }
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
    private static MediaFile picture(Path file, String name, String called, MediaType type, long bytes)
            throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
            Iterator<ImageReader> readers = ImageIO.getImageReadersBySuffix(type.extension);
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                int width = reader.getWidth(0);
                int height = reader.getHeight(0);
                if ((long) width * height > MOST_PIXELS) {
                    throw new Refusal(
                            "That picture is %,d by %,d pixels; at most %,d million in all fit. Save it smaller."
                                    .formatted(width, height, MOST_PIXELS / 1_000_000));
                }
                reader.read(0);
                return new MediaFile(name, called, "", type.contentType, bytes, width, height, List.of());
            } catch (IOException | RuntimeException e) {
                if (e instanceof Refusal) {
                    throw e;
                }
                throw new Refusal("That picture is damaged and cannot be drawn. Save it again and send the new file.");
            } finally {
                reader.dispose();
            }
        }
    }

    /** A drawing is kept without anything that could run or fetch; its name is that of what is kept. */
    private static MediaFile drawing(Path file, String called) throws IOException {
        String clean = CleanDrawing.of(Files.readString(file, StandardCharsets.UTF_8));
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
        List<MediaFile.Copy> smaller = new ArrayList<>();
        for (int width : COPY_WIDTHS) {
            if (file.width() > width * 1.2) {
                Path copy = folder.resolve(file.copyName(width));
                Thumbnails.of(path(file).toFile())
                        .width(width)
                        .outputQuality(0.82)
                        .toFile(copy.toFile());
                smaller.add(new MediaFile.Copy(width, Files.size(copy)));
            }
        }
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

    /** Says what a file shows, for whoever puts it on a page next. */
    @Transactional
    public void describe(UUID workspace, String name, String description) {
        String text = PlainText.optionalLine("description", description, 200);
        media.named(workspace, name).ifPresent(row -> row.description = text);
    }

    @Transactional(readOnly = true)
    public Optional<MediaFile> find(UUID workspace, String name) {
        return media.named(workspace, name).map(MediaRow::toFile);
    }

    /** The sizes that are taken, as a sentence. */
    public String limits(Workspace workspace) {
        return "PNG, JPEG, GIF, WebP and SVG pictures up to %d MB; MP4 and WebM videos, PDF and ZIP files up to %d MB."
                .formatted(workspace.files().picture(), workspace.files().other());
    }

    /** The files of a workspace, the latest first. */
    @Transactional(readOnly = true)
    public List<MediaFile> of(UUID workspace) {
        return media.ofWorkspace(workspace).stream().map(MediaRow::toFile).toList();
    }

    /** Where a file's content lies. */
    public Path path(MediaFile file) {
        return folder.resolve(file.name());
    }
}
