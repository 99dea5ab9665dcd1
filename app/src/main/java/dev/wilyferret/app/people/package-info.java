/** Lists and the people on them: joining, confirming, leaving, erasing, finding, importing; and the lists' benches. */
@NullMarked
package dev.wilyferret.app.people;

import org.jspecify.annotations.NullMarked;
