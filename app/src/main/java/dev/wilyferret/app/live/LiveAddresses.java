package dev.wilyferret.app.live;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.pixels.PageAddresses;
import dev.wilyferret.core.id.PageId;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Where pages stand, out of the snapshot. */
@Component
class LiveAddresses implements PageAddresses {

    private final SnapshotKeeper snapshots;
    private final SiteAddress site;

    LiveAddresses(SnapshotKeeper snapshots, SiteAddress site) {
        this.snapshots = snapshots;
        this.site = site;
    }

    @Override
    public Optional<String> of(PageId page) {
        return Optional.ofNullable(snapshots.now().pagesById().get(page))
                .map(live -> site.of(live.host(), live.path()));
    }
}
