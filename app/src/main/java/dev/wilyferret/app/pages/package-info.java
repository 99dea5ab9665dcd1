/** The pages of a promotion as they are kept: draft, published, versions, and the steps that can be undone. */
@NullMarked
package dev.wilyferret.app.pages;

import org.jspecify.annotations.NullMarked;
