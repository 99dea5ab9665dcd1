package dev.wilyferret.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.time.Clock;
import java.time.Instant;
import org.junit.jupiter.api.Test;

/** The core stays plain Java: no framework, no HTML, no I/O, no clock of its own. */
class CoreRulesTest {

    private final JavaClasses core = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("dev.wilyferret.core");

    @Test
    void knowsNoFrameworkAndNoOutsideWorld() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.springframework..",
                        "org.hibernate..",
                        "jakarta..",
                        "javax..",
                        "org.thymeleaf..",
                        "org.jsoup..",
                        "tools.jackson..",
                        "com.fasterxml..",
                        "java.nio.file..",
                        "java.sql..",
                        "java.net.http..")
                .check(core);
    }

    @Test
    void asksNoClockOfItsOwn() {
        noClasses()
                .should()
                .callMethod(Instant.class, "now")
                .orShould()
                .callMethod(Clock.class, "systemUTC")
                .check(core);
    }
}
