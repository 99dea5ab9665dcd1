package dev.wilyferret.app.clicks;

import dev.wilyferret.core.visit.SiteEvent;
import java.util.List;

/** Is told of what this process put into the click log, once it is kept and before it is answered; must not wait or fail. */
public interface KeptEvents {

    void kept(List<SiteEvent> events);
}
