/** The application: the console and the public site, one package a feature. */
@NullMarked
package dev.wilyferret.app;

import org.jspecify.annotations.NullMarked;
