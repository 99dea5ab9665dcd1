package dev.wilyferret.app.workspace;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.core.link.LinkCode;
import java.time.ZoneId;
import java.util.Currency;
import java.util.random.RandomGenerator;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Makes the first owner of an empty installation, and prints their one-time password once. */
@Component
@Order(20)
class FirstOwner implements ApplicationRunner {

    static final String EMAIL = "owner@localhost";

    private final Workspaces workspaces;
    private final Installation installation;
    private final RandomGenerator random;

    FirstOwner(Workspaces workspaces, Installation installation, RandomGenerator random) {
        this.workspaces = workspaces;
        this.installation = installation;
        this.random = random;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (!installation.demo().fill() && workspaces.none()) {
            String password =
                    LinkCode.made(random).text() + "-" + LinkCode.made(random).text();
            workspaces.found(
                    "My workspace", Currency.getInstance("EUR"), ZoneId.systemDefault(), EMAIL, password, true);
            System.out.printf("%nFirst sign-in%n  account            %s%n  one-time password  %s%n%n", EMAIL, password);
        }
    }
}
