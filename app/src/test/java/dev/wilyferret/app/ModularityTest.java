package dev.wilyferret.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaCodeUnit;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.Id;
import java.util.UUID;
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

    private static boolean shown(JavaClass type) {
        return type.getModifiers().contains(JavaModifier.PUBLIC)
                && type.getEnclosingClass().map(ModularityTest::shown).orElse(true);
    }
}
