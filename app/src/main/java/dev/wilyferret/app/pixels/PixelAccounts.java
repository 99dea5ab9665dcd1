package dev.wilyferret.app.pixels;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The ad platform accounts of a workspace. */
@Service
public class PixelAccounts {

    private final PixelAccountStore accounts;
    private final Seals seals;
    private final UuidV7 ids;
    private final Clock clock;

    PixelAccounts(PixelAccountStore accounts, Seals seals, UuidV7 ids, Clock clock) {
        this.accounts = accounts;
        this.seals = seals;
        this.ids = ids;
        this.clock = clock;
    }

    @Transactional
    public PixelId add(WorkspaceId workspace, PixelDetails details) {
        PixelAccountRow row = new PixelAccountRow(RowKey.of(workspace, ids.next()), clock.instant());
        row.describe(details, seals);
        return new PixelId(accounts.save(row).key.id());
    }

    @Transactional
    public void change(WorkspaceId workspace, PixelId id, PixelDetails details) {
        accounts.toChange(RowKey.of(workspace, id)).orElseThrow().describe(details, seals);
    }

    @Transactional(readOnly = true)
    public Optional<PixelAccount> find(WorkspaceId workspace, PixelId id) {
        return accounts.findById(RowKey.of(workspace, id)).map(row -> row.toAccount(seals));
    }

    @Transactional(readOnly = true)
    public List<PixelAccount> of(WorkspaceId workspace) {
        return accounts.ofWorkspace(workspace.value()).stream()
                .map(row -> row.toAccount(seals))
                .toList();
    }
}
