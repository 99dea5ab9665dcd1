package dev.wilyferret.app;

import dev.wilyferret.app.installation.Installation;
import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Starts the console and the public site in one process. */
@SpringBootApplication
@EnableScheduling
@EnableConfigurationProperties(Installation.class)
public class FerretApplication {

    public static void main(String[] args) {
        SpringApplication.run(FerretApplication.class, args);
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
