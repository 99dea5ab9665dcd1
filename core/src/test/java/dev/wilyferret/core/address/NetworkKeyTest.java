package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class NetworkKeyTest {

    @Test
    void anAddressOfIpv4IsOneAndALineOfIpv6IsOne() {
        assertThat(NetworkKey.of("198.51.100.7")).contains("c6336407").isNotEqualTo(NetworkKey.of("198.51.100.8"));
        assertThat(NetworkKey.of("::ffff:198.51.100.7")).isEqualTo(NetworkKey.of("198.51.100.7"));
        assertThat(NetworkKey.of("2001:db8:1:2::1"))
                .contains("20010db800010002")
                .isEqualTo(NetworkKey.of("2001:db8:1:2:ffff::9"))
                .isNotEqualTo(NetworkKey.of("2001:db8:1:3::1"));
    }

    @Test
    void whatIsNoAddressIsNobodyAndAsksNoServerOfNames() {
        for (String text :
                new String[] {"", "localhost", "a.example", "cafe", "1.2.3", "999.1.1.1", ":::", "1:2", "x".repeat(99)
                }) {
            assertThat(NetworkKey.of(text)).as(text).isEmpty();
        }
        assertThat(NetworkKey.isPublic("10.0.0.1")).isFalse();
        assertThat(NetworkKey.isPublic("1.1.1.1")).isTrue();
    }
}
