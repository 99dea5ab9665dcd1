package dev.wilyferret.app.leads;

import java.time.Instant;
import java.util.Map;
import java.util.UUID;

/**
 * Somebody who left an address.
 *
 * @param answers what they typed besides, by label
 * @param consent the wording they agreed to; empty if none was asked for or given
 * @param suspect why it may be a program; empty if nothing speaks for that
 */
public record Lead(
        UUID id,
        UUID promotion,
        UUID page,
        UUID click,
        String email,
        Map<String, String> answers,
        String consent,
        String suspect,
        Instant at) {}
