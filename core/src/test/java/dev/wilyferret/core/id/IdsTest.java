package dev.wilyferret.core.id;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.UUID;
import java.util.random.RandomGeneratorFactory;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class IdsTest {

    private static UuidV7 at(Instant moment) {
        return new UuidV7(
                InstantSource.fixed(moment),
                RandomGeneratorFactory.of("L64X128MixRandom").create(7));
    }

    /** The moment of the example in RFC 9562, appendix A.6: 0x017F22E279B0 milliseconds. */
    @Test
    void carriesTheMomentAsTheRfcSays() {
        Instant moment = Instant.parse("2022-02-22T19:22:22.000Z");
        UUID id = at(moment).next();
        assertThat(id.toString()).startsWith("017f22e2-79b0-7");
        assertThat(id.version()).isEqualTo(7);
        assertThat(id.variant()).isEqualTo(2);
        assertThat(UuidV7.momentOf(id)).isEqualTo(moment);
    }

    @Test
    void readsTheRfcsExample() {
        assertThat(UuidV7.momentOf(UUID.fromString("017F22E2-79B0-7CC3-98C4-DC0C0C07398F")))
                .isEqualTo(Instant.parse("2022-02-22T19:22:22Z"));
    }

    @Test
    void sortsByMoment() {
        String earlier = at(Instant.parse("2026-11-24T10:00:00.000Z")).next().toString();
        String later = at(Instant.parse("2026-11-24T10:00:00.001Z")).next().toString();
        assertThat(earlier).isLessThan(later);
    }

    @Test
    void derivesTheSameIdFromTheSamePartsAndAnotherFromOthers() {
        UUID view = at(Instant.parse("2026-11-24T10:00:00Z")).next();
        UUID pixel = UUID.randomUUID();
        UUID derived = UuidV7.derived(view, pixel);
        assertThat(derived).isEqualTo(UuidV7.derived(view, pixel)).isNotEqualTo(view);
        assertThat(derived.version()).isEqualTo(7);
        assertThat(UuidV7.momentOf(derived)).isEqualTo(UuidV7.momentOf(view));
        assertThat(UuidV7.derived(view, UUID.randomUUID())).isNotEqualTo(derived);
    }

    @Property
    void shortIdsComeBackInEitherCase(@ForAll long high, @ForAll long low) {
        UUID id = new UUID(high, low);
        String text = ShortId.of(id);
        assertThat(text).hasSize(26);
        assertThat(ShortId.parse(text)).contains(id);
        assertThat(ShortId.parse(text.toUpperCase(java.util.Locale.ROOT))).contains(id);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "short",
                "8zzzzzzzzzzzzzzzzzzzzzzzzz",
                "0000000000000000000000000u",
                "000000000000000000000000000",
                "00000000000000000000000é00"
            })
    void refusesWhatIsNoShortId(String text) {
        assertThat(ShortId.parse(text)).isEmpty();
    }

    @Test
    void anIdIsReadOnlyAsItWritesItself() {
        PageId page = new PageId(new UUID(0x0192_0000_0000_7000L, 0x8000_0000_0000_0001L));
        assertThat(Id.parse(page.toString(), PageId::new)).contains(page);
        assertThat(ShortId.parse(ShortId.of(page), PageId::new)).contains(page);
        for (String none : List.of("", "0-0-0-0-0", page + " ", page.toString().replace('0', 'g'), "x".repeat(36))) {
            assertThat(Id.parse(none, PageId::new)).as(none).isEmpty();
        }
    }
}
