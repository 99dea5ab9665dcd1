package dev.wilyferret.app.secrets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import dev.wilyferret.app.kit.AppTest;
import dev.wilyferret.app.kit.Guest;
import dev.wilyferret.app.kit.Scenario;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Base64;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class SealsTest extends AppTest {

    @Autowired
    private Seals seals;

    @Autowired
    private RandomGenerator random;

    private Path key() {
        return installation.files().resolve("ferret.key");
    }

    /** As after a start: nothing is known but what the file and the database say. */
    private Seals started() {
        Seals again = new Seals(sql, installation, random, clock);
        again.afterPropertiesSet();
        return again;
    }

    @Test
    void noSecretStandsInTheDatabaseAsItIs() {
        Scenario.Trail trail = scenario.trail();
        assertThat(sql.sql("select secret from network where id = ?")
                        .param(trail.network().id().value())
                        .query(String.class)
                        .single())
                .startsWith("sealed:1:")
                .doesNotContain(trail.network().secret());
        assertThat(sql.sql("select count(*) from network where secret not like 'sealed:%'")
                        .query(Integer.class)
                        .single())
                .isZero();
        for (String column : new String[] {"signing_key", "erasure_key"}) {
            assertThat(sql.sql("select count(*) from workspace where encode(%s, 'escape') not like 'FSEALED1%%'"
                                    .formatted(column))
                            .query(Integer.class)
                            .single())
                    .as(column)
                    .isZero();
        }
    }

    @Test
    void theKeyIsForTheProgramsOwnUserOnlyAndNothingIsSealedTwiceAlike() throws IOException {
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(key())))
                .isEqualTo("rw-------");
        String one = seals.seal("secret");
        assertThat(one).isNotEqualTo(seals.seal("secret"));
        assertThat(seals.open(one)).isEqualTo("secret");
        assertThatThrownBy(() -> seals.open("never sealed")).isInstanceOf(Seals.Unreadable.class);
        String broken = one.substring(0, one.length() - 6) + "AAAAA=";
        assertThatThrownBy(() -> seals.open(broken)).isInstanceOf(Seals.Unreadable.class);
    }

    @Test
    void anotherOperatorsKeyWrapsAnewAndAKillInBetweenHarmsNothing() throws IOException {
        String sealed = seals.seal("secret");
        String before = Files.readString(key());
        Path next = installation.files().resolve("ferret.key.next");
        byte[] fresh = new byte[32];
        random.nextBytes(fresh);
        Files.writeString(next, Base64.getEncoder().encodeToString(fresh));
        assertThat(started().open(sealed)).isEqualTo("secret");
        assertThat(Files.readString(key())).isNotEqualTo(before);
        assertThat(Files.exists(next)).isFalse();
        // Killed after the database took the next key and before the file did.
        Files.move(key(), next);
        Files.writeString(key(), before);
        assertThat(started().open(sealed)).isEqualTo("secret");
        assertThat(Files.exists(next)).isFalse();
        assertThat(started().open(sealed)).isEqualTo("secret");
    }

    @Test
    void withoutTheKeyNoNewOneIsMadePagesGoOnAndTheConsoleSaysWhatCannotBeRead() throws IOException {
        Scenario.Trail trail = scenario.trail();
        String sealed = seals.seal("secret");
        Path away = key().resolveSibling("away.key");
        Files.move(key(), away);
        try {
            Seals blind = started();
            assertThat(Files.exists(key())).isFalse();
            assertThat(blind.opened(sealed)).isEmpty();
            assertThatThrownBy(() -> blind.seal("more")).isInstanceOf(Seals.Unreadable.class);
            assertThat(blind.warning())
                    .contains(
                            key().toString(),
                            "secrets of postbacks",
                            "secrets of webhooks",
                            "access tokens",
                            "Pages and links go on");
            Files.writeString(key(), Base64.getEncoder().encodeToString(new byte[32]));
            assertThat(started().opened(sealed))
                    .as("with another installation's key")
                    .isEmpty();
            Files.delete(key());
        } finally {
            Files.move(away, key());
        }
        assertThat(started().open(sealed)).isEqualTo("secret");
        // What a network's secret cannot be compared with is not taken, with an empty secret neither.
        sql.sql("update network set secret = 'sealed:1:AAAA' where id = ?")
                .param(trail.network().id().value())
                .update();
        Guest guest = guest();
        String postback = trail.network().postbackPath().split("\\?")[0];
        await().until(() -> guest.get(postback + "?secret=").statusCode() == 503);
        assertThat(guest.get(trail.link().path()).statusCode()).isEqualTo(302);
        assertThat(guest.get(trail.bridgePath()).statusCode()).isEqualTo(200);
    }
}
