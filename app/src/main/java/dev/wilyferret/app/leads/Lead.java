package dev.wilyferret.app.leads;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.id.ClickId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * Somebody who left an address.
 *
 * @param answers what they typed besides, by label
 * @param consent the wording they agreed to; empty if none was asked for or given
 * @param tags of the visit it came by; empty where none were known
 * @param country by the network address; empty where it is not known
 * @param suspect why it may be a program; empty if nothing speaks for that
 */
public record Lead(
        UUID id,
        PromotionId promotion,
        PageId page,
        ClickId click,
        String email,
        Map<String, String> answers,
        String consent,
        String suspect,
        Optional<Tags> tags,
        String country,
        Instant at) {}
