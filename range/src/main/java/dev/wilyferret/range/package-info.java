/** The practice range: invented stand-ins for an ad platform and an affiliate network, over plain HTTP. */
@NullMarked
package dev.wilyferret.range;

import org.jspecify.annotations.NullMarked;
