package dev.wilyferret.app;

import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModules;

/** The feature packages form no circle and use only what others hand out. */
class ModularityTest {

    @Test
    void featuresFormNoCircle() {
        ApplicationModules.of(FerretApplication.class).verify();
    }
}
