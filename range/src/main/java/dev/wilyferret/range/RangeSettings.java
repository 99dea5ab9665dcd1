package dev.wilyferret.range;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param folder where the range keeps what happened
 * @param address where browsers reach the range
 * @param smtpPort where the mail server listens
 * @param postback the postback address the network begins with; empty for none
 */
@ConfigurationProperties("range")
record RangeSettings(Path folder, String address, String postback, int smtpPort) {}
