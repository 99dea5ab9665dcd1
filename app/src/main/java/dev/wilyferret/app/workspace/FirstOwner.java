package dev.wilyferret.app.workspace;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.core.link.LinkCode;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.ZoneId;
import java.util.Currency;
import java.util.random.RandomGenerator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Makes the first owner of an empty installation, and prints their one-time password once. */
@Component
@Order(20)
class FirstOwner implements ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(FirstOwner.class);

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
            write(password);
            workspaces.found(
                    "My workspace", Currency.getInstance("EUR"), ZoneId.systemDefault(), EMAIL, password, true);
        }
    }

    /** Only the program's own user can read it, and {@code ./ferret run} shows and removes it. */
    private void write(String password) {
        Path file = installation.files().resolve("first-sign-in");
        try {
            Files.createDirectories(installation.files());
            Files.deleteIfExists(file);
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(
                    file,
                    "%nFirst sign-in%n  account            %s%n  one-time password  %s%n  good for three days%n%n"
                            .formatted(EMAIL, password));
            LOG.info("The first one-time password stands in {}", file);
        } catch (IOException e) {
            throw new UncheckedIOException("The first one-time password cannot be written to " + file, e);
        }
    }
}
