/** Workspaces and their people: accounts, sign-in, legal details, own browsers. */
@NullMarked
package dev.wilyferret.app.workspace;

import org.jspecify.annotations.NullMarked;
