/** Leads: who left an address on a page, and what is known of their visit. */
@NullMarked
package dev.wilyferret.app.leads;

import org.jspecify.annotations.NullMarked;
