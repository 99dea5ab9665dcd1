package dev.wilyferret.core.offer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.address.AddressParts;
import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.offer.PastedLink.Kind;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What networks give out to paste, and what is proposed for it. */
class PastedLinkTest {

    private static final Tags TAGS = new Tags("plumage", "cpc", "spring", "", "");

    private static String sent(PastedLink link) {
        return new AffiliateLink(link.template(), link.proposed())
                .expand(new AffiliateLink.Leaving("CLICK", Optional.of(TAGS), "x7Kq2Pm", "start"));
    }

    /** As the visitor would be sent, if the proposal is taken as it is. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://shop.example/hop?aff=77&sub1=                 | https://shop.example/hop?aff=77&sub1=CLICK
            https://shop.example/hop?sub1=&aff=77                 | https://shop.example/hop?sub1=CLICK&aff=77
            https://shop.example/hop?aff=77&sub1                  | https://shop.example/hop?aff=77&sub1=CLICK
            https://shop.example/hop?aff=77&sub1=&sub2=&sub3=     | https://shop.example/hop?aff=77&sub1=CLICK&sub2=plumage&sub3=
            https://shop.example/hop?aff=77&subid=YOUR_SUB_ID     | https://shop.example/hop?aff=77&subid=CLICK
            https://shop.example/hop?aff=77&s1=[subid]            | https://shop.example/hop?aff=77&s1=CLICK
            https://shop.example/hop?aff=77&sub1={{click_id}}     | https://shop.example/hop?aff=77&sub1=CLICK
            https://shop.example/hop?aff=77&sub1=%SUBID%          | https://shop.example/hop?aff=77&sub1=CLICK
            https://shop.example/hop?aff=77&sub1=<click>          | https://shop.example/hop?aff=77&sub1=CLICK
            https://shop.example/hop?aff=77&sub1=spring           | https://shop.example/hop?aff=77&sub1=CLICK
            https://shop.example/hop?aff=77&sub1=spring&sub2=     | https://shop.example/hop?aff=77&sub1=spring&sub2=CLICK
            https://shop.example/hop?aff=77&sub1=&click_id=       | https://shop.example/hop?aff=77&sub1=plumage&click_id=CLICK
            https://shop.example/hop?aff=77&aff_sub=x             | https://shop.example/hop?aff=77&aff_sub=CLICK
            https://shop.example/hop?aff=77&aff-sub=x             | https://shop.example/hop?aff=77&aff-sub=CLICK
            https://shop.example/hop?aff=77&sub%5B1%5D=           | https://shop.example/hop?aff=77&sub%5B1%5D=CLICK
            https://shop.example/hop?aff=77&amp;sub1=             | https://shop.example/hop?aff=77&sub1=CLICK
            https://shop.example/hop?aff=77&sub1=#order           | https://shop.example/hop?aff=77&sub1=CLICK#order
            https://shop.example/hop?aff=77#!/buy?sub1=           | https://shop.example/hop?aff=77#!/buy?sub1=CLICK
            https://shop.example/buy#aff=77&sub1=x                | https://shop.example/buy#aff=77&sub1=CLICK
            https://shop.example/go/77/subid                      | https://shop.example/go/77/CLICK
            https://shop.example/go/77/SUBID/buy                  | https://shop.example/go/77/CLICK/buy
            https://shop.example/go/77/[sub_id]/                  | https://shop.example/go/77/CLICK/
            https://shop.example/aff/77/sub1/spring/              | https://shop.example/aff/77/sub1/CLICK/
            https://shop.example/aff/77/sub1/                     | https://shop.example/aff/77/sub1/CLICK
            https://shop.example/aff/77/sub1=x/buy                | https://shop.example/aff/77/sub1=CLICK/buy
            https://shop.example/buy{?aff,sub1,sub2}              | https://shop.example/buy?sub1=CLICK&sub2=plumage
            https://shop.example/buy{?aff}{&sub1}                 | https://shop.example/buy?sub1=CLICK
            https://shop.example/buy?aff=77{&sub1}                | https://shop.example/buy?aff=77&sub1=CLICK
            https://shop.example/buy?aff=77&s={clickid}           | https://shop.example/buy?aff=77&s=CLICK
            https://shop.example/{sub1}/buy?aff=77                | https://shop.example/CLICK/buy?aff=77
            https://shop.example/{lang}/buy?aff=77&sub1=          | https://shop.example//buy?aff=77&sub1=CLICK
            https://shop.example/buy?x={lang}&sub1=               | https://shop.example/buy?x=&sub1=CLICK
            https://shop.example/buy?{sub1}&lang=de               | https://shop.example/buy?CLICK&lang=de
            https://shop.example/buy?sub1={x}                     | https://shop.example/buy?sub1=CLICK
            https://shop.example/go/77/subid?lang=de              | https://shop.example/go/77/CLICK?lang=de
            https://shop.example/hop?=7&sub1=                     | https://shop.example/hop?=7&sub1=CLICK
            "https://shop.example/hop?aff=77&sub1="               | https://shop.example/hop?aff=77&sub1=CLICK
            shop.example/hop?aff=77&sub1=                         | https://shop.example/hop?aff=77&sub1=CLICK
            //shop.example/hop?aff=77&sub1=                       | https://shop.example/hop?aff=77&sub1=CLICK
            <https://shop.example/hop?aff=77&sub1=>               | https://shop.example/hop?aff=77&sub1=CLICK
            <a class="x" href="https://shop.example/hop?aff=77&amp;sub1=">Buy</a> | https://shop.example/hop?aff=77&sub1=CLICK
            https://größe.example/きのこ?aff=77&sub1=              | https://xn--gre-6ka8i.example/%E3%81%8D%E3%81%AE%E3%81%93?aff=77&sub1=CLICK
            https://shop.example/hop?to=https://b.example/?sub1=a%26sub2%3Db&sub1= | https://shop.example/hop?to=https://b.example/?sub1=a%26sub2%3Db&sub1=CLICK
            """)
    void findsWhereTheClickIdTravels(String pasted, String sent) {
        PastedLink link = PastedLink.read(pasted, "");
        assertThat(link.carriesClickId()).isTrue();
        assertThat(sent(link)).isEqualTo(sent);
    }

    /** What is kept is the template; opened again it says the same. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "https://shop.example/hop?aff=77&sub1=&sub2=",
                "https://shop.example/go/77/SUBID/buy",
                "https://shop.example/buy#aff=77&sub1=x",
                "https://shop.example/buy{?aff}{&sub1}",
                "https://shop.example/hop?aff=77&sub%5B1%5D=",
                "https://shop.example/hop?aff=YOUR_ID&sub1=&x={{y}}"
            })
    void whatIsKeptReadsTheSame(String pasted) {
        PastedLink first = PastedLink.read(pasted, "");
        PastedLink again = PastedLink.read(first.template().toString(), "");
        assertThat(again.template().toString()).isEqualTo(first.template().toString());
        assertThat(again.template().variables()).isEqualTo(first.template().variables());
        assertThat(sent(again)).isEqualTo(sent(first));
    }

    /** However it is put together: what is the network's own stays, one sub ID carries the click id, and what is kept reads the same. */
    @Property
    void anyLinkKeepsWhatIsTheNetworksAndCarriesOneClickId(
            @ForAll("origins") String origin,
            @ForAll("parameters") List<Query.Parameter> parameters,
            @ForAll("fragments") String fragment) {
        String pasted = origin
                + parameters.stream()
                        .map(one -> one.name() + "=" + one.value())
                        .collect(Collectors.joining("&", parameters.isEmpty() ? "" : "?", ""))
                + fragment;
        PastedLink link = PastedLink.read(pasted, "");
        assertThat(link.template().address(Map.of())).startsWith(origin);
        AddressParts sent = AddressParts.of(sent(link));
        assertThat(sent.parameters().stream().filter(one -> OWN.contains(one.name())))
                .as("%s is sent as %s", pasted, sent)
                .isEqualTo(parameters.stream()
                        .filter(one -> OWN.contains(one.name()))
                        .map(one -> new Query.Parameter(one.name(), Query.decoded(one.value())))
                        .toList());
        assertThat(sent.parameters().stream().filter(one -> one.value().equals("CLICK")))
                .as("%s is sent as %s", pasted, sent)
                .hasSize(parameters.stream().anyMatch(one -> SUB_IDS.contains(one.name())) ? 1 : 0);
        PastedLink again = PastedLink.read(link.template().toString(), "");
        assertThat(again.template()).isEqualTo(link.template());
    }

    private static final List<String> OWN = List.of("lang", "q", "offer", "source");
    private static final List<String> SUB_IDS = List.of("sub1", "sub2", "clickid", "aff_sub", "tid");

    @Provide
    Arbitrary<String> origins() {
        return Arbitraries.of(
                "https://shop.example",
                "https://shop.example/",
                "https://shop.example/go/77",
                "https://shop.example/a,b;c/");
    }

    @Provide
    Arbitrary<String> fragments() {
        return Arbitraries.of("", "#", "#top", "#a?b");
    }

    @Provide
    Arbitrary<List<Query.Parameter>> parameters() {
        return Combinators.combine(
                        Arbitraries.of(Stream.of(OWN, SUB_IDS, List.of("aff", "partner"))
                                .flatMap(List::stream)
                                .toList()),
                        Arbitraries.of(
                                "",
                                "77",
                                "spring",
                                "what?",
                                "a?b",
                                "YOUR_ID",
                                "{{click}}",
                                "[sub]",
                                "%7Bx%7D",
                                "a=b",
                                "50%",
                                "ü",
                                "https://b.example/?x=1"))
                .as(Query.Parameter::new)
                .list()
                .ofMaxSize(6);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://shop.example/r/77ab       | sub1   | https://shop.example/r/77ab?sub1=CLICK
            https://shop.example/r?aff=77     | subid  | https://shop.example/r?aff=77&subid=CLICK
            https://shop.example/r?           | s      | https://shop.example/r?s=CLICK
            https://shop.example/r?aff=77&    | sub-1  | https://shop.example/r?aff=77&sub-1=CLICK
            https://shop.example/r?aff=77#top | s&x    | https://shop.example/r?aff=77&s%26x=CLICK#top
            https://shop.example/r{?aff}      | extra  | https://shop.example/r?extra=CLICK
            https://shop.example/r{?aff}      | s&x    | https://shop.example/r?s%26x=CLICK
            https://shop.example/r&           | sub1   | https://shop.example/r&?sub1=CLICK
            https://sub.id/r/77               | sub1   | https://sub.id/r/77?sub1=CLICK
            https://shop.example/sub1={x}/buy | sub1   | https://shop.example/sub1=/buy?sub1=CLICK
            https://shop.example              | sub1   | https://shop.example?sub1=CLICK
            """)
    void whereThereIsNoneItIsPutOn(String pasted, String subId, String sent) {
        assertThat(PastedLink.read(pasted, "").carriesClickId()).isFalse();
        assertThat(sent(PastedLink.read(pasted, subId))).isEqualTo(sent);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://shop.example/?q=what?   | https://shop.example/?q=what?&sub1=CLICK
            https://shop.example/?q=a?b     | https://shop.example/?q=a?b&sub1=CLICK
            https://shop.example/?          | https://shop.example/?sub1=CLICK
            https://shop.example/?a=1&      | https://shop.example/?a=1&sub1=CLICK
            https://shop.example/           | https://shop.example/?sub1=CLICK
            https://shop.example/{?aff}?x=1 | https://shop.example/?x=1&sub1=CLICK
            """)
    void theSubIdOfANetworkIsAParameterOfItsOwn(String pasted, String sent) {
        PastedLink read = PastedLink.read(pasted, "sub1");
        assertThat(read.carriesClickId()).isTrue();
        assertThat(read.template().address(Map.of("sub1", "CLICK"))).isEqualTo(sent);
    }

    /** Whatever else of its template is filled. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            sub1 | https://shop.example/r?sub1=CLICK&aff=77
            s&x  | https://shop.example/r?s%26x=CLICK&aff=77
            """)
    void theSubIdStandsBesideWhatIsFilled(String subId, String sent) {
        PastedLink read = PastedLink.read("https://shop.example/r{?aff}", subId);
        assertThat(read.template()
                        .address(Map.of("aff", "77", read.parts().getFirst().place(), "CLICK")))
                .isEqualTo(sent);
    }

    @Test
    void aPlaceIsNamedByItsParameterOrElseByItself() {
        assertThat(PastedLink.read(
                                "https://shop.example/{sub1}/r?s={clickid}&x={lang}&at={p}-{b}&{c}&={d}&e=-{f}&7&=8",
                                "")
                        .parts())
                .containsExactly(
                        new PastedLink.Part("s", Kind.SUB_ID, "", "clickid"),
                        new PastedLink.Part("x", Kind.REST, "", "lang"),
                        new PastedLink.Part("at", Kind.REST, "", "p"),
                        new PastedLink.Part("b", Kind.REST, "", "b"),
                        new PastedLink.Part("c", Kind.REST, "", "c"),
                        new PastedLink.Part("d", Kind.REST, "", "d"),
                        new PastedLink.Part("f", Kind.REST, "", "f"),
                        new PastedLink.Part("7", Kind.REST, "", ""),
                        new PastedLink.Part("sub1", Kind.SUB_ID, "", "sub1"));
    }

    @Test
    void whatStoodInThePathIsSaid() {
        assertThat(PastedLink.read("https://shop.example/aff/77/sub1/spring/", "")
                        .parts())
                .containsExactly(new PastedLink.Part("sub1", Kind.SUB_ID, "spring", "sub1"));
    }

    @Test
    void aPlaceThatIsThereKeepsItsName() {
        assertThat(PastedLink.read("https://shop.example/{sub1}/r?sub1=", "").template())
                .hasToString("https://shop.example/{sub1}/r?sub1={sub1_2}");
    }

    @Test
    void namesTheParts() {
        PastedLink link = PastedLink.read("https://shop.example/hop?aff=77&sub1=&lang=de&sub2=spring", "");
        assertThat(link.parts())
                .containsExactly(
                        new PastedLink.Part("aff", Kind.PARTNER_ID, "77", ""),
                        new PastedLink.Part("sub1", Kind.SUB_ID, "", "sub1"),
                        new PastedLink.Part("lang", Kind.REST, "de", ""),
                        new PastedLink.Part("sub2", Kind.SUB_ID, "spring", "sub2"));
        assertThat(link.proposed())
                .containsEntry("sub1", new SubIdFill.ClickId())
                .containsEntry("sub2", new SubIdFill.Fixed("spring"));
    }

    @Test
    void aPartnerIdThatIsOnlyASampleIsAPlaceToFill() {
        PastedLink link = PastedLink.read("https://shop.example/hop?aff=YOUR_ID&sub1=", "");
        assertThat(link.parts().getFirst()).isEqualTo(new PastedLink.Part("aff", Kind.PARTNER_ID, "YOUR_ID", "aff"));
        assertThat(link.proposed()).containsEntry("aff", new SubIdFill.Nothing());
        assertThat(PastedLink.read("https://shop.example/hop?aff=YOUR_ID", "").proposed())
                .isEqualTo(Map.of("aff", new SubIdFill.Nothing()));
    }

    @Test
    void severalOfANameGetAPlaceEach() {
        PastedLink link = PastedLink.read("https://shop.example/hop?sub=&sub=&sub=&sub_2=", "");
        assertThat(link.template())
                .hasToString("https://shop.example/hop?sub={sub}&sub={sub_2}&sub={sub_3}&sub_2={sub_2_2}");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://www.shop.example/buy/cellar-crop?aff=77 | Cellar crop     | shop.example
            https://shop.example/hop?aff=77                 | shop.example    | shop.example
            https://shop.example/go/crop                    | Crop            | shop.example
            https://shop.example/go/cro                     | shop.example    | shop.example
            https://shop.example/moss                       | Moss            | shop.example
            https://shop.example:8443                       | shop.example    | shop.example
            https://shop.example/r/77ab                     | shop.example    | shop.example
            https://straße.example/                         | straße.example  | straße.example
            https://shop.example/SUBID_HERE/                | shop.example    | shop.example
            """)
    void proposesNames(String pasted, String name, String host) {
        PastedLink link = PastedLink.read(pasted, "");
        assertThat(link.proposedName()).isEqualTo(name);
        assertThat(link.host()).isEqualTo(host);
    }

    @ParameterizedTest
    @CsvSource({"60, true", "61, false"})
    void aLongWordOfThePathIsNoName(int letters, boolean name) {
        PastedLink link = PastedLink.read("https://shop.example/" + "m".repeat(letters), "");
        assertThat(link.proposedName()).isEqualTo(name ? "M" + "m".repeat(letters - 1) : "shop.example");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            javascript:alert(1)             | starts with "javascript:"
            mailto:a@shop.example           | starts with "mailto:"
            growbench                       | has no scheme
            "                               | The affiliate link is empty
            https://shop.example/a b?sub1=  | there is a blank
            https://user@shop.example/?sub1= | user name
            <b>no link</b>                  | has no scheme
            https://shop.example/buy{?aff   | never closes it
            https://shop.example/buy?sub1={ | never closes it
            https://shop.example/buy{?a-b}  | is not a variable
            https://{host}/buy?sub1=        | host of the template must be fixed
            """)
    void saysWhyNothingCanBeRead(String pasted, String message) {
        assertThatThrownBy(() -> PastedLink.read(pasted, ""))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(message);
    }
}
