package dev.wilyferret.app.pixels;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.core.id.UuidV7;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The ad platform accounts of a workspace. */
@Service
public class PixelAccounts {

    private final PixelAccountStore accounts;
    private final UuidV7 ids;
    private final Clock clock;

    PixelAccounts(PixelAccountStore accounts, UuidV7 ids, Clock clock) {
        this.accounts = accounts;
        this.ids = ids;
        this.clock = clock;
    }

    @Transactional
    public UUID add(UUID workspace, PixelDetails details) {
        PixelAccountRow row = new PixelAccountRow(new RowKey(workspace, ids.next()), clock.instant());
        row.describe(details);
        return accounts.save(row).key.id();
    }

    @Transactional
    public void change(UUID workspace, UUID id, PixelDetails details) {
        accounts.findById(new RowKey(workspace, id)).orElseThrow().describe(details);
    }

    @Transactional(readOnly = true)
    public Optional<PixelAccount> find(UUID workspace, UUID id) {
        return accounts.findById(new RowKey(workspace, id)).map(PixelAccountRow::toAccount);
    }

    @Transactional(readOnly = true)
    public List<PixelAccount> of(UUID workspace) {
        return accounts.ofWorkspace(workspace).stream()
                .map(PixelAccountRow::toAccount)
                .toList();
    }
}
