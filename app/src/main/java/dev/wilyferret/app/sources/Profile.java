package dev.wilyferret.app.sources;

import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.source.Source;

/** A source as it is kept. */
public record Profile(SourceId id, Source source) {}
