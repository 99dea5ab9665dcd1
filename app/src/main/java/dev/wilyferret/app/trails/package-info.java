/** Promotions drawn as trails: the board, the stations, the clicks behind each figure, one visitor's walk. */
@NullMarked
package dev.wilyferret.app.trails;

import org.jspecify.annotations.NullMarked;
