package dev.wilyferret.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.InetAddress;
import java.net.UnknownHostException;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Addresses from the IANA registries of special-purpose addresses, and their neighbours. */
class PublicNetworkTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "0.0.0.0",
                "0.1.2.3",
                "10.0.0.1",
                "10.255.255.255",
                "100.64.0.1",
                "100.127.255.255",
                "127.0.0.1",
                "127.9.9.9",
                "169.254.169.254",
                "172.16.0.1",
                "172.31.255.255",
                "192.0.0.8",
                "192.0.2.1",
                "192.88.99.1",
                "192.168.1.1",
                "198.18.0.1",
                "198.19.255.255",
                "198.51.100.7",
                "203.0.113.9",
                "224.0.0.1",
                "239.1.1.1",
                "240.0.0.1",
                "255.255.255.255",
                "::",
                "::1",
                "::ffff:127.0.0.1",
                "::ffff:10.0.0.1",
                "::127.0.0.1",
                "64:ff9b::a00:1",
                "64:ff9b:1::1",
                "100::1",
                "2001::1",
                "2001:0:4136:e378::1",
                "2001:20::1",
                "2001:db8::1",
                "2002:a00:1::1",
                "2002:7f00:1::",
                "3fff::1",
                "5f00::1",
                "fc00::1",
                "fd12:3456::1",
                "fe80::1",
                "fec0::1",
                "ff02::1"
            })
    void whatIsSpecialIsNotPublic(String address) throws UnknownHostException {
        assertThat(PublicNetwork.holds(InetAddress.getByName(address))).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "1.1.1.1",
                "9.255.255.255",
                "11.0.0.0",
                "100.63.255.255",
                "100.128.0.0",
                "126.255.255.255",
                "128.0.0.1",
                "169.253.255.255",
                "172.15.255.255",
                "172.32.0.0",
                "192.0.3.0",
                "192.167.255.255",
                "198.17.255.255",
                "198.20.0.0",
                "203.0.114.1",
                "223.255.255.255",
                "2001:200::1",
                "2003::1",
                "2606:4700::1111",
                "2a00::1"
            })
    void itsNeighboursAre(String address) throws UnknownHostException {
        assertThat(PublicNetwork.holds(InetAddress.getByName(address))).isTrue();
    }
}
