package dev.wilyferret.bench;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.config.annotation.web.configuration.WebSecurityCustomizer;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The yardstick: a redirect of Spring MVC that does nothing else, not even ask who is there. */
@Configuration
class EmptyRedirect {

    @Bean
    WebSecurityCustomizer nobodyIsAsked() {
        return web -> web.ignoring().requestMatchers("/bench/empty");
    }

    @RestController
    static class Yardstick {

        @GetMapping("/bench/empty")
        ResponseEntity<Void> empty() {
            return ResponseEntity.status(HttpStatus.FOUND)
                    .header("Location", "/somewhere")
                    .build();
        }
    }
}
