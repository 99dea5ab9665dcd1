package dev.wilyferret.app.sources;

import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.SourceId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.source.Source;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The places a workspace's traffic comes from. */
@Service
public class Sources {

    private final SourceStore sources;
    private final Workspaces workspaces;
    private final UuidV7 ids;
    private final Clock clock;

    Sources(SourceStore sources, Workspaces workspaces, UuidV7 ids, Clock clock) {
        this.sources = sources;
        this.workspaces = workspaces;
        this.ids = ids;
        this.clock = clock;
    }

    /** By their names. */
    @Transactional(readOnly = true)
    public List<Profile> of(WorkspaceId workspace) {
        Currency currency = workspaces.get(workspace).currency();
        return sources.ofWorkspace(workspace.value()).stream()
                .map(row -> row.toProfile(currency))
                .toList();
    }

    @Transactional(readOnly = true)
    public Optional<Profile> find(WorkspaceId workspace, SourceId id) {
        Currency currency = workspaces.get(workspace).currency();
        return sources.findById(RowKey.of(workspace, id)).map(row -> row.toProfile(currency));
    }

    /** @throws Refusal if another one has its tag */
    @Transactional
    public SourceId add(WorkspaceId workspace, Source source) {
        SourceRow row = new SourceRow(RowKey.of(workspace, ids.next()), clock.instant());
        keep(workspace, row, source);
        return new SourceId(row.key.id());
    }

    /** @throws Refusal if another one has its tag */
    @Transactional
    public void change(WorkspaceId workspace, SourceId id, Source source) {
        keep(workspace, sources.toChange(RowKey.of(workspace, id)).orElseThrow(), source);
    }

    private void keep(WorkspaceId workspace, SourceRow row, Source source) {
        sources.ofWorkspace(workspace.value()).stream()
                .filter(other -> !other.key.equals(row.key) && other.tag.equalsIgnoreCase(source.tag()))
                .findFirst()
                .ifPresent(other -> {
                    throw new Refusal("“%s” has the tag %s already. Use that one, or choose another tag."
                            .formatted(other.name, source.tag()));
                });
        row.keep(source);
        sources.save(row);
    }
}
