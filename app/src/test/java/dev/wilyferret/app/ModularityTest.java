package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaCodeUnit;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.Id;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModules;

/** The feature packages form no circle and use only what others hand out. */
class ModularityTest {

    @Test
    void featuresFormNoCircle() {
        ApplicationModules.of(FerretApplication.class).verify();
    }

    /** Two of them could be taken for each other; keys of rows and what ids are made of apart. */
    @Test
    void nothingThatIsShownTakesTwoBareIds() {
        assertThat(new ClassFileImporter()
                                .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
                                .importPackages("dev.wilyferret")
                                .stream()
                                .filter(type -> !type.getPackageName().equals(Id.class.getPackageName())
                                        && !type.isEquivalentTo(RowKey.class))
                                .filter(type -> type.getPackageName().startsWith("dev.wilyferret.core") || shown(type))
                                .flatMap(type -> type.getCodeUnits().stream())
                                .filter(unit -> unit.getModifiers().contains(JavaModifier.PUBLIC))
                                .filter(unit -> unit.getRawParameterTypes().stream()
                                                .filter(one -> one.isEquivalentTo(UUID.class))
                                                .count()
                                        > 1)
                                .map(JavaCodeUnit::getFullName))
                .isEmpty();
    }

    /** What a room keeps is asked of it. */
    @Test
    void noSqlNamesATableOfAnotherRoom() throws IOException {
        Map<String, String> owner = new TreeMap<>();
        Map<Path, String> sources = sources();
        sources.forEach(
                (file, text) -> TABLE.matcher(text).results().forEach(table -> owner.put(table.group(1), room(file))));
        owner.putAll(
                Map.of("StandingClickRow", "clicks", "LeadRow", "leads", "SaleRow", "sales", "day_sheet", "results"));
        Set<String> across = new TreeSet<>();
        sources.forEach((file, text) -> NAMED.matcher(text)
                .results()
                .map(MatchResult::group)
                .map(named -> named.substring(named.lastIndexOf(' ') + 1))
                .filter(table -> !owner.getOrDefault(table, room(file)).equals(room(file)))
                .forEach(table -> across.add(file.getFileName() + " " + table)));
        assertThat(owner).containsKeys("subscriber", "click", "outbox", "page");
        assertThat(across).isEmpty();
    }

    private static final Pattern TABLE = Pattern.compile("@Table\\(name = \"(\\w+)\"");
    private static final Pattern NAMED = Pattern.compile("\\b(?:from|join|into|update) \\w+");

    private static Map<Path, String> sources() throws IOException {
        Map<Path, String> sources = new TreeMap<>();
        try (Stream<Path> files = Files.walk(Path.of("src/main/java"))) {
            for (Path file :
                    files.filter(one -> one.toString().endsWith(".java")).toList()) {
                sources.put(file, Files.readString(file).replaceAll("\\s+", " "));
            }
        }
        return sources;
    }

    private static String room(Path file) {
        return file.getParent().getFileName().toString();
    }

    private static boolean shown(JavaClass type) {
        return type.getModifiers().contains(JavaModifier.PUBLIC)
                && type.getEnclosingClass().map(ModularityTest::shown).orElse(true);
    }
}
