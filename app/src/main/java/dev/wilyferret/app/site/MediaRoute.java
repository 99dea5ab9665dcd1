package dev.wilyferret.app.site;

import dev.wilyferret.app.live.SnapshotKeeper;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.shelf.Shelf;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpRange;
import org.springframework.stereotype.Component;

/** {@code /media/{name}}: pictures and videos, whole or in ranges; never as anything a browser would run. */
@Component
class MediaRoute {

    private final SnapshotKeeper snapshots;
    private final Shelf shelf;
    private final Answers answers;

    MediaRoute(SnapshotKeeper snapshots, Shelf shelf, Answers answers) {
        this.snapshots = snapshots;
        this.shelf = shelf;
        this.answers = answers;
    }

    void serve(HttpServletRequest request, HttpServletResponse response, String name) throws IOException {
        Optional<MediaFile> file = snapshots.now().media(Fronts.of(request), name);
        if (file.isEmpty()) {
            answers.notFound(response);
            return;
        }
        boolean saved = !file.get().picture() && !file.get().video();
        serve(request, response, file.get(), saved, "public, max-age=31536000, immutable");
    }

    /** Hands a file out to be saved, whatever it is; nothing where there is none. */
    void handOut(HttpServletRequest request, HttpServletResponse response, Optional<MediaFile> file)
            throws IOException {
        if (file.isEmpty()) {
            answers.notFound(response);
            return;
        }
        serve(request, response, file.get(), true, "no-store");
    }

    private void serve(
            HttpServletRequest request, HttpServletResponse response, MediaFile file, boolean saved, String kept)
            throws IOException {
        response.setContentType(file.contentType());
        response.setHeader("Cache-Control", kept);
        response.setHeader("Content-Security-Policy", "default-src 'none'; sandbox");
        response.setHeader("Accept-Ranges", "bytes");
        if (saved) {
            response.setHeader(
                    "Content-Disposition",
                    ContentDisposition.attachment()
                            .filename(file.originalName(), StandardCharsets.UTF_8)
                            .build()
                            .toString());
        }
        Optional<HttpRange> range = range(request);
        long from = range.map(asked -> asked.getRangeStart(file.bytes())).orElse(0L);
        long to = range.map(asked -> asked.getRangeEnd(file.bytes())).orElse(file.bytes() - 1);
        if (from >= file.bytes()) {
            response.setStatus(HttpServletResponse.SC_REQUESTED_RANGE_NOT_SATISFIABLE);
            response.setHeader("Content-Range", "bytes */" + file.bytes());
            return;
        }
        if (range.isPresent()) {
            response.setStatus(HttpServletResponse.SC_PARTIAL_CONTENT);
            response.setHeader("Content-Range", "bytes " + from + "-" + to + "/" + file.bytes());
        }
        response.setContentLengthLong(to - from + 1);
        if (!request.getMethod().equals("HEAD")) {
            send(shelf.path(file), from, to - from + 1, response);
        }
    }

    /** {@code /type/{file}}: the faces pages are set in. */
    void type(HttpServletResponse response, String name) throws IOException {
        ClassPathResource face = new ClassPathResource("static/assets/fonts/" + name);
        if (!name.matches("[a-z0-9-]{1,80}\\.woff2") || !face.exists()) {
            answers.notFound(response);
            return;
        }
        response.setContentType("font/woff2");
        response.setHeader("Cache-Control", "public, max-age=31536000, immutable");
        response.setContentLengthLong(face.contentLength());
        try (var in = face.getInputStream()) {
            in.transferTo(response.getOutputStream());
        }
    }

    /** The first range asked for; one that cannot be read is as if it were not asked. */
    private static Optional<HttpRange> range(HttpServletRequest request) {
        try {
            List<HttpRange> ranges = HttpRange.parseRanges(request.getHeader("Range"));
            return ranges.size() == 1 ? Optional.of(ranges.getFirst()) : Optional.empty();
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private static void send(Path path, long from, long length, HttpServletResponse response) throws IOException {
        try (FileChannel channel = FileChannel.open(path);
                var out = Channels.newChannel(response.getOutputStream())) {
            long sent = 0;
            while (sent < length) {
                long now = channel.transferTo(from + sent, length - sent, out);
                if (now <= 0) {
                    return;
                }
                sent += now;
            }
        }
    }
}
