package dev.wilyferret.app.trails;

import dev.wilyferret.core.trail.Setup;
import dev.wilyferret.core.trail.Trail;

/** A promotion with its trail. */
record Drawn(Overview overview, Setup setup, Trail trail) {}
