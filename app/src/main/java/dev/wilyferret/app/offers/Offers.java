package dev.wilyferret.app.offers;

import dev.wilyferret.app.secrets.Seals;
import dev.wilyferret.app.storage.EachByItself;
import dev.wilyferret.app.storage.RowKey;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.NetworkId;
import dev.wilyferret.core.id.OfferId;
import dev.wilyferret.core.id.UuidV7;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.link.LinkCode;
import dev.wilyferret.core.money.NumberStyle;
import dev.wilyferret.core.offer.AffiliateLink;
import dev.wilyferret.core.offer.Closing;
import dev.wilyferret.core.offer.NetworkMemory;
import dev.wilyferret.core.offer.SlotLimit;
import dev.wilyferret.core.sale.PostbackForm;
import dev.wilyferret.core.text.Refusal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
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
    public OfferId add(WorkspaceId workspace, String networkName, OfferDetails details) {
        OfferRow row = new OfferRow(RowKey.of(workspace, ids.next()), clock.instant());
        row.describe(network(workspace, networkName).id().value(), details);
        return new OfferId(offers.save(row).key.id());
    }

    @Transactional
    public void change(WorkspaceId workspace, OfferId id, String networkName, OfferDetails details) {
        OfferRow row = offers.toChange(RowKey.of(workspace, id)).orElseThrow();
        row.describe(network(workspace, networkName).id().value(), details);
    }

    /** Notes a network whose part of the postback address and secret are given. */
    @Transactional
    public Network addNetwork(WorkspaceId workspace, String name, String postbackKey, String secret) {
        NetworkRow row = new NetworkRow(
                RowKey.of(workspace, ids.next()),
                name,
                postbackKey,
                seals.seal(secret),
                workspaces.get(workspace).zone(),
                clock.instant());
        return networks.save(row).toNetwork(seals);
    }

    /**
     * Notes how a network writes its postbacks.
     *
     * @param style of its numbers; empty for not known: then what can be read in two ways is refused
     */
    @Transactional
    public void reports(WorkspaceId workspace, NetworkId network, PostbackForm form, Optional<NumberStyle> style) {
        NetworkRow row = networks.toChange(RowKey.of(workspace, network)).orElseThrow();
        row.report(form);
        row.numberStyle = style.map(NumberStyle::name).orElse("");
    }

    /**
     * Changes what is known of a network.
     *
     * @param zone in which its days begin
     * @throws Refusal if another one has its name
     */
    @Transactional
    public void describe(WorkspaceId workspace, NetworkId id, String name, SlotLimit limit, ZoneId zone) {
        NetworkRow row = networks.toChange(RowKey.of(workspace, id)).orElseThrow();
        networks.named(workspace.value(), name)
                .filter(other -> !other.key.id().equals(id.value()))
                .ifPresent(other -> {
                    throw new Refusal(
                            "There is a network called “%s” already. Choose another name.".formatted(other.name));
                });
        row.name = name;
        row.subIdMost = limit.most();
        row.subIdSigns = limit.signs().name();
        row.zone = zone.getId();
    }

    /** Those of all workspaces that have a cap, or had one that was reached, or whose address is looked at; each is read by itself. */
    public List<Offer> minded() {
        return EachByItself.readable(
                offers.minded().stream(),
                row -> "The offer %s of the workspace %s".formatted(row.key.id(), row.key.workspace()),
                row -> offer(row, currency(new WorkspaceId(row.key.workspace()))));
    }

    /**
     * Notes that an offer's cap is reached, or that it is not any more.
     *
     * @param on the network's day; empty if it is not
     * @return whether it is shut or open by that, and was not before
     */
    @Transactional
    public boolean full(WorkspaceId workspace, OfferId id, Optional<LocalDate> on) {
        OfferRow row = offers.toChange(RowKey.of(workspace, id)).orElseThrow();
        boolean before = row.shut();
        row.fullOn = on.orElse(null);
        return before != row.shut();
    }

    /**
     * Notes that an offer's address does not answer, or that it does again.
     *
     * @return whether it is shut or open by that, and was not before
     */
    @Transactional
    public boolean failing(WorkspaceId workspace, OfferId id, Optional<Closing.Failing> failing) {
        OfferRow row = offers.toChange(RowKey.of(workspace, id)).orElseThrow();
        boolean before = row.shut();
        if (failing.isPresent() != (row.failingSince != null)) {
            row.failingSince = failing.map(Closing.Failing::since).orElse(null);
            row.failingWhy = failing.map(Closing.Failing::why).orElse("");
        }
        return before != row.shut();
    }

    @Transactional(readOnly = true)
    public Optional<Network> network(WorkspaceId workspace, NetworkId id) {
        return networks.findById(RowKey.of(workspace, id)).map(row -> row.toNetwork(seals));
    }

    /** What is known of each network. */
    @Transactional(readOnly = true)
    public List<NetworkMemory> memories(WorkspaceId workspace) {
        Currency currency = currency(workspace);
        Map<NetworkId, List<AffiliateLink>> links = offers.latest(workspace.value()).stream()
                .map(row -> offer(row, currency))
                .collect(Collectors.groupingBy(
                        offer -> offer.network().id(),
                        Collectors.mapping(offer -> offer.details().link(), Collectors.toList())));
        return networksOf(workspace).stream()
                .map(network ->
                        NetworkMemory.of(network.name(), network.limit(), links.getOrDefault(network.id(), List.of())))
                .toList();
    }

    /** The network of that name, made if the workspace has none yet. */
    private Network network(WorkspaceId workspace, String name) {
        return networks.named(workspace.value(), name)
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
    public Optional<Offer> find(WorkspaceId workspace, OfferId id) {
        return offers.findById(RowKey.of(workspace, id)).map(row -> offer(row, currency(workspace)));
    }

    @Transactional(readOnly = true)
    public List<Offer> of(WorkspaceId workspace) {
        Currency currency = currency(workspace);
        return offers.ofWorkspace(workspace.value()).stream()
                .map(row -> offer(row, currency))
                .toList();
    }

    @Transactional(readOnly = true)
    public List<Network> networksOf(WorkspaceId workspace) {
        return networks.ofWorkspace(workspace.value()).stream()
                .map(row -> row.toNetwork(seals))
                .toList();
    }

    private Offer offer(OfferRow row, Currency currency) {
        Network network = networks.findById(new RowKey(row.key.workspace(), row.network))
                .orElseThrow()
                .toNetwork(seals);
        return row.toOffer(network, currency);
    }

    private Currency currency(WorkspaceId workspace) {
        return workspaces.get(workspace).currency();
    }
}
