package dev.wilyferret.app.offers;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.money.NumberStyle;
import java.time.Clock;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The offers and networks of a workspace. */
@Service
public class Offers {

    private final OfferStore offers;
    private final NetworkStore networks;
    private final Workspaces workspaces;
    private final Seals seals;
    private final UuidV7 ids;
    private final RandomGenerator random;
    private final Clock clock;

    Offers(
            OfferStore offers,
            NetworkStore networks,
            Workspaces workspaces,
            UuidV7 ids,
            RandomGenerator random,
            Clock clock,
            Seals seals) {
        this.offers = offers;
        this.networks = networks;
        this.workspaces = workspaces;
        this.seals = seals;
        this.ids = ids;
        this.random = random;
        this.clock = clock;
    }

    @Transactional
    public UUID add(UUID workspace, String networkName, OfferDetails details) {
        OfferRow row = new OfferRow(new RowKey(workspace, ids.next()), clock.instant());
        row.describe(network(workspace, networkName).id(), details);
        return offers.save(row).key.id();
    }

    @Transactional
    public void change(UUID workspace, UUID id, String networkName, OfferDetails details) {
        OfferRow row = offers.findById(new RowKey(workspace, id)).orElseThrow();
        row.describe(network(workspace, networkName).id(), details);
    }

    /** Notes a network whose part of the postback address and secret are given. */
    @Transactional
    public Network addNetwork(UUID workspace, String name, String postbackKey, String secret) {
        NetworkRow row = new NetworkRow(
                new RowKey(workspace, ids.next()), name, postbackKey, seals.seal(secret), clock.instant());
        return networks.save(row).toNetwork(seals);
    }

    /**
     * Notes how a network writes numbers.
     *
     * @param style empty for not known: then what can be read in two ways is refused
     * @return whether there is such a network
     */
    @Transactional
    public boolean writesNumbers(UUID workspace, UUID network, Optional<NumberStyle> style) {
        Optional<NetworkRow> row = networks.findById(new RowKey(workspace, network));
        row.ifPresent(one -> one.numberStyle = style.map(NumberStyle::name).orElse(""));
        return row.isPresent();
    }

    /** The network of that name, made if the workspace has none yet. */
    private Network network(UUID workspace, String name) {
        return networks.named(workspace, name)
                .map(row -> row.toNetwork(seals))
                .orElseGet(
                        () -> addNetwork(workspace, name, LinkCode.made(random).text(), secret()));
    }

    private String secret() {
        return LinkCode.made(random).text()
                + LinkCode.made(random).text()
                + LinkCode.made(random).text();
    }

    @Transactional(readOnly = true)
    public Optional<Offer> find(UUID workspace, UUID id) {
        return offers.findById(new RowKey(workspace, id)).map(row -> offer(row, currency(workspace)));
    }

    @Transactional(readOnly = true)
    public List<Offer> of(UUID workspace) {
        Currency currency = currency(workspace);
        return offers.ofWorkspace(workspace).stream()
                .map(row -> offer(row, currency))
                .toList();
    }

    @Transactional(readOnly = true)
    public List<Network> networksOf(UUID workspace) {
        return networks.ofWorkspace(workspace).stream()
                .map(row -> row.toNetwork(seals))
                .toList();
    }

    private Offer offer(OfferRow row, Currency currency) {
        Network network = networks.findById(new RowKey(row.key.workspace(), row.network))
                .orElseThrow()
                .toNetwork(seals);
        return row.toOffer(network, currency);
    }

    private Currency currency(UUID workspace) {
        return workspaces.get(workspace).currency();
    }
}
