package dev.wilyferret.app.clicks;

import java.util.UUID;

/** What a tracking link brought. */
public record LinkClicks(UUID link, long raw, long counted) {}
