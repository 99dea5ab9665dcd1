package dev.wilyferret.app.clicks;

/** What a tracking link brought. */
public record LinkClicks(long raw, long counted) {}
