package dev.wilyferret.app.pages;

import dev.wilyferret.core.page.PageDocument;
import java.time.Instant;
import java.util.List;

/**
 * What was published once.
 *
 * @param changes what it changed, as sentences
 */
public record PageVersion(int number, Instant publishedAt, List<String> changes, PageDocument document) {}
