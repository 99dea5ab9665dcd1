package dev.wilyferret.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaMethodCall;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.Date;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
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

    /** Whatever tells the time by itself: Instant.now, LocalDate.now and their like, and the system's own clocks. */
    private static DescribedPredicate<JavaMethodCall> asksForTheTime() {
        return new DescribedPredicate<>("asks for the time") {
            @Override
            public boolean test(JavaMethodCall call) {
                String owner = call.getTargetOwner().getName();
                String method = call.getName();
                return owner.startsWith("java.time.")
                                && (method.equals("now") || method.startsWith("system") || method.startsWith("tick"))
                        || owner.equals(System.class.getName())
                                && (method.equals("nanoTime") || method.equals("currentTimeMillis"));
            }
        };
    }

    /** Chance is handed in, like time. */
    @Test
    void rollsNoDiceOfItsOwn() {
        noClasses()
                .should()
                .callMethod(Math.class, "random")
                .orShould()
                .callMethod(UUID.class, "randomUUID")
                .orShould()
                .callMethod(ThreadLocalRandom.class, "current")
                .orShould()
                .callConstructor(Random.class)
                .check(core);
    }

    @Test
    void asksNoClockOfItsOwn() {
        noClasses().should().callMethodWhere(asksForTheTime()).check(core);
        noClasses().should().callConstructor(Date.class).check(core);
    }
}
