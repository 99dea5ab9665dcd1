package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.persistence.Entity;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.Immutable;
import org.junit.jupiter.api.Test;
import org.springframework.context.annotation.ClassPathScanningCandidateComponentProvider;
import org.springframework.core.type.filter.AnnotationTypeFilter;

/** What one changes of a row undoes nothing that another changed of it meanwhile. */
class StorageRulesTest {

    /** A method begins four blanks in; its annotations stand above it. */
    private static final Pattern METHOD = Pattern.compile("    [A-Za-z@].*\\b(\\w+)\\(.*");

    /** Methods outside of transactions that only read, though they find a row by its key, each with why. */
    private static final Map<String, String> READING = Map.of(
            "Handovers.handOn", "reads what is to be handed on",
            "Offers.offer", "reads the network of an offer",
            "PageReadiness.folds", "reads what was measured",
            "PageSteps.add", "the page's row is locked",
            "PageSteps.go", "the page's row is locked",
            "Pages.bringBack", "reads a version; the page's row is locked",
            "Pages.locked", "locks it by reading it once more",
            "Imports.goneOn", "reads the file",
            "OwnBrowsers.known", "reads a mark",
            "Workspaces.row", "reads keys and what is described");

    @Test
    void aRowIsWrittenColumnByColumn() throws ClassNotFoundException {
        var entities = new ClassPathScanningCandidateComponentProvider(false);
        entities.addIncludeFilter(new AnnotationTypeFilter(Entity.class));
        var found = entities.findCandidateComponents("dev.wilyferret.app");
        assertThat(found).hasSizeGreaterThan(30);
        for (var entity : found) {
            Class<?> row = Class.forName(entity.getBeanClassName());
            assertThat(row.isAnnotationPresent(DynamicUpdate.class) || row.isAnnotationPresent(Immutable.class))
                    .as(row.getSimpleName())
                    .isTrue();
        }
    }

    /** {@code findById} reads; whoever is going to change a row takes it by {@code toChange}, which locks it. */
    @Test
    void whoChangesARowLocksIt() throws IOException {
        Map<String, String> changing = new TreeMap<>();
        try (Stream<Path> files = Files.walk(Path.of("src/main/java"))) {
            for (Path file :
                    files.filter(one -> one.toString().endsWith(".java")).toList()) {
                look(file.getFileName().toString().replace(".java", ""), Files.readAllLines(file), changing);
            }
        }
        assertThat(changing.keySet()).containsExactlyInAnyOrderElementsOf(READING.keySet());
    }

    private static void look(String type, List<String> lines, Map<String, String> changing) {
        Deque<String> annotations = new ArrayDeque<>();
        String method = "";
        boolean reads = false;
        for (String line : lines) {
            Matcher begins = METHOD.matcher(line);
            if (line.startsWith("    @")) {
                annotations.add(line.strip());
            } else if (begins.matches() && !line.endsWith(";")) {
                method = begins.group(1);
                reads = annotations.stream().anyMatch(one -> one.contains("readOnly = true"));
                annotations.clear();
            }
            if (line.contains("findById(") && !reads) {
                changing.put(type + "." + method, line.strip());
            }
        }
    }
}
