/** The demo scenario: a made-up workspace with two weeks of traffic. */
@NullMarked
package dev.wilyferret.app.demo;

import org.jspecify.annotations.NullMarked;
