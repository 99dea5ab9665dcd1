package dev.wilyferret.app.workspace;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.intake.Cookies;
import dev.wilyferret.app.intake.Frontage;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.SessionCookieConfig;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.web.servlet.ServletContextInitializer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.authentication.CredentialsExpiredException;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Who gets into the console, and what its pages may do in a browser. */
@Configuration
class ConsoleSecurity {

    @Bean
    static PasswordEncoder passwords() {
        return PasswordEncoderFactories.createDelegatingPasswordEncoder();
    }

    @Bean
    static WebServerFactoryCustomizer<TomcatServletWebServerFactory> front(Installation installation) {
        return server -> Frontage.set(server, installation.consoleAddress(), installation.proxies(), false, "", false);
    }

    private static boolean https(Installation installation) {
        return "https".equalsIgnoreCase(installation.consoleAddress().getScheme());
    }

    /** Over https no other host can set the session's cookie. */
    @Bean
    static ServletContextInitializer sessionCookie(Installation installation) {
        return context -> {
            SessionCookieConfig cookie = context.getSessionCookieConfig();
            if (https(installation)) {
                cookie.setName(Cookies.HOST_ALONE + cookie.getName());
                cookie.setPath("/");
                cookie.setSecure(true);
            }
        };
    }

    @Bean
    SecurityFilterChain console(
            HttpSecurity http, Installation installation, LongSessions sessions, Accounts accounts) {
        String policy =
                "default-src 'self'; img-src 'self' data: %1$s; media-src 'self' %1$s; frame-src %1$s; object-src 'none'; base-uri 'none'; form-action 'self' %1$s; frame-ancestors 'none'"
                        .formatted(installation.siteAddress());
        return http.authorizeHttpRequests(
                        requests -> requests.dispatcherTypeMatchers(DispatcherType.ERROR, DispatcherType.FORWARD)
                                .permitAll()
                                .requestMatchers("/sign-in", "/assets/**", "/actuator/health")
                                .permitAll()
                                .requestMatchers("/first-password")
                                .hasAnyAuthority("ONE_TIME", "OWNER")
                                .anyRequest()
                                .hasAuthority("OWNER"))
                .formLogin(form -> form.loginPage("/sign-in")
                        .usernameParameter("email")
                        .successHandler(sessions)
                        .failureHandler((request, response, refused) -> response.sendRedirect(
                                switch (refused) {
                                    case LockedException tooMany -> "/sign-in?wait";
                                    case CredentialsExpiredException over -> "/sign-in?over";
                                    default -> "/sign-in?wrong";
                                })))
                .requestCache(cache -> cache.requestCache(new AskedBefore()))
                .csrf(csrf -> csrf.csrfTokenRepository(new FormTokens(https(installation)))
                        .csrfTokenRequestHandler(new TokenBeforeParts()))
                .addFilterAfter(new OnlyPresentPassword(accounts), SecurityContextHolderFilter.class)
                .logout(out -> out.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?out"))
                .exceptionHandling(handling -> handling.accessDeniedHandler(new RefusedUnread("/refused")))
                .headers(headers -> headers.contentSecurityPolicy(csp -> csp.policyDirectives(policy))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN)))
                .build();
    }
}
