package dev.wilyferret.app.storage;

import dev.wilyferret.core.id.UuidV7;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.random.RandomGenerator;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Ids and chance for the whole application. */
@Configuration
class Ids {

    @Bean
    RandomGenerator random() {
        return new SecureRandom();
    }

    @Bean
    UuidV7 uuidV7(Clock clock, RandomGenerator random) {
        return new UuidV7(clock, random);
    }
}
