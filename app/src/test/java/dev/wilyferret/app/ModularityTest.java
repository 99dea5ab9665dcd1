package dev.wilyferret.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModules;

/** The feature packages form no circle and use only what others hand out. */
class ModularityTest {

    @Test
    void featuresFormNoCircle() {
        ApplicationModules.of(FerretApplication.class).verify();
    }

    @Test
    void theProductDoesNotKnowTheRange() {
        noClasses()
                .that()
                .resideInAPackage("dev.wilyferret.app..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("dev.wilyferret.range..")
                .check(new ClassFileImporter()
                        .withImportOption(new ImportOption.DoNotIncludeTests())
                        .importPackages("dev.wilyferret"));
    }
}
