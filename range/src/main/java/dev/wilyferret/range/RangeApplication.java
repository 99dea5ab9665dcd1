package dev.wilyferret.range;

import java.time.Clock;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.context.annotation.Bean;

/** Starts the practice range in a process of its own. */
@SpringBootApplication
@EnableConfigurationProperties(RangeSettings.class)
public class RangeApplication {

    public static void main(String[] args) {
        builder().run(args);
    }

    /** The range as it is to be started, also beside another application in one process. */
    public static SpringApplicationBuilder builder() {
        return new SpringApplicationBuilder(RangeApplication.class).properties("spring.config.name=range");
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
