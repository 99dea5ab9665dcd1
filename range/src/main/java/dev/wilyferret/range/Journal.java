package dev.wilyferret.range;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import tools.jackson.databind.json.JsonMapper;

/** Things that happened, one JSON line each, so that they are there after a restart. */
final class Journal<T> {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Path file;
    private final List<T> entries = new CopyOnWriteArrayList<>();

    Journal(Path folder, String name, Class<T> kind) {
        this.file = folder.resolve(name + ".jsonl");
        try {
            Files.createDirectories(folder);
            if (Files.exists(file)) {
                Files.readAllLines(file).forEach(line -> entries.add(JSON.readValue(line, kind)));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    synchronized void add(T entry) {
        entries.add(entry);
        try {
            Files.writeString(
                    file, JSON.writeValueAsString(entry) + "\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    List<T> latestFirst() {
        return List.copyOf(entries).reversed();
    }
}
