package dev.wilyferret.core.page;

import static dev.wilyferret.core.page.SamplePages.NOON;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class BlocksTest {

    private static final Blocks PAGE = new Blocks(List.of(
            Placed.of("a", new Block.Headline("A")),
            Placed.of(
                    "p",
                    new Block.PopUp("P"),
                    Placed.of("x", new Block.SubHeadline("X")),
                    Placed.of("y", new Block.SubHeadline("Y"))),
            Placed.of("b", new Block.Divider())));

    private static String order(Blocks blocks) {
        return blocks.all().map(placed -> placed.id().text()).collect(Collectors.joining());
    }

    private static BlockId id(String text) {
        return new BlockId(text);
    }

    @ParameterizedTest
    @CsvSource({
        "a, 1, pxyab",
        "a, 99, pxyba",
        "b, -1, abpxy",
        "b, -99, bapxy",
        "y, -1, apyxb",
        "x, 5, apyxb",
        "none, 1, apxyb"
    })
    void movesAmongNeighbours(String block, int by, String expected) {
        assertThat(order(PAGE.moved(id(block), by))).isEqualTo(expected);
    }

    @Test
    void addsDropsAndCopies() {
        Placed more = Placed.of("n", new Block.Divider());
        assertThat(order(PAGE.after(Optional.empty(), more))).isEqualTo("napxyb");
        assertThat(order(PAGE.after(Optional.of(id("x")), more))).isEqualTo("apxnyb");
        assertThat(order(PAGE.inside(id("p"), more))).isEqualTo("apxynb");
        assertThat(order(PAGE.without(id("p")))).isEqualTo("ab");
        AtomicInteger number = new AtomicInteger();
        assertThat(order(PAGE.duplicated(id("p"), () -> id("c" + number.incrementAndGet()))))
                .isEqualTo("apxyc1c2c3b");
    }

    @Property
    void movingThereAndBackChangesNothing(
            @ForAll @IntRange(min = 0, max = 8) int at, @ForAll @IntRange(min = -8, max = 8) int by) {
        List<Placed> row = IntStream.range(0, 9)
                .mapToObj(i -> Placed.of("r" + i, new Block.Divider()))
                .toList();
        Blocks blocks = new Blocks(row);
        int to = Math.clamp((long) at + by, 0, 8);
        Blocks moved = blocks.moved(id("r" + at), by);
        assertThat(moved.top().get(to).id()).isEqualTo(id("r" + at));
        assertThat(moved.moved(id("r" + at), at - to)).isEqualTo(blocks);
    }

    @Test
    void hiddenBlocksTakeAlongWhatTheyHold() {
        Blocks hidden = PAGE.changed(id("p"), placed -> placed.with(true, placed.audience()));
        assertThat(hidden.shown().map(placed -> placed.id().text())).containsExactly("a", "b");
    }

    @Test
    void refusesWhatDoesNotBelong() {
        Placed question = Placed.of("q", new Block.Question("Where?", List.of()));
        assertThatThrownBy(() -> new Blocks(List.of(question))).hasMessageContaining("stands only inside");
        assertThatThrownBy(() -> PAGE.inside(id("p"), question)).hasMessageContaining("cannot stand inside a Pop-up");
        assertThatThrownBy(() -> PAGE.after(Optional.empty(), Placed.of("a", new Block.Divider())))
                .hasMessageContaining("Two blocks have the id “a”");
        List<Placed> many = new ArrayList<>();
        for (int i = 0; i <= Blocks.MOST; i++) {
            many.add(Placed.of("m" + i, new Block.Divider()));
        }
        assertThatThrownBy(() -> new Blocks(many)).hasMessageContaining("holds at most 200 blocks");
    }

    @ParameterizedTest
    @EnumSource(BlockKind.class)
    void everyKindIsFoundByItsNameAndBeginsEmpty(BlockKind kind) {
        assertThat(BlockKind.of(kind.key())).contains(kind);
        assertThat(kind.empty().kind()).isEqualTo(kind);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "A", "a b", "ü", "1234567890123456789012345"})
    void refusesIdsThatCouldNotStandInAPage(String text) {
        assertThatThrownBy(() -> new BlockId(text)).isInstanceOf(Refusal.class);
    }

    @Test
    void aCountdownEndsForEverybodyAtOnce() {
        Placed countdown = Placed.of(
                "c",
                new Block.Countdown(
                        Optional.of(NOON),
                        "Ends in",
                        "Over",
                        Optional.of(id("x")),
                        Optional.of(id("go")),
                        new NextStep.ToOffer(),
                        false));
        Placed button = Placed.of("go", new Block.Button("Go", new NextStep.ToPage(SamplePages.REDIRECT)));
        var page = SamplePages.page(SamplePages.HEADLINE, Placed.of("x", new Block.Divider()), button, countdown);
        assertThat(page.turns()).containsExactly(NOON);
        assertThat(page.at(NOON.minusMillis(1))).isEqualTo(page);
        var after = page.at(NOON).blocks();
        assertThat(order(after)).isEqualTo("headgoc");
        assertThat(after.find(id("go")).orElseThrow().block())
                .isEqualTo(new Block.Button("Go", new NextStep.ToOffer()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://tube.example/embed/7                                                            | https://tube.example/embed/7
            <iframe width="5" src="https://tube.example/embed/7?a=1&amp;b=2" allow="x"></iframe>    | https://tube.example/embed/7?a=1&b=2
            <div><iframe src='//tube.example/embed/7'></iframe><script>alert(1)</script></div>      | https://tube.example/embed/7
            """)
    void takesOnlyTheFramesAddressFromEmbedCode(String typed, String taken) {
        assertThat(new Block.Video("", typed, "", "", false, true, false).frame())
                .isEqualTo(taken);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "http://tube.example/7",
                "javascript:alert(1)",
                "<script src=https://x.example>",
                "<iframe src=data:text/html,x>",
                "tube"
            })
    void refusesOtherEmbedCode(String typed) {
        assertThatThrownBy(() -> new Block.Video("", typed, "", "", false, true, false))
                .isInstanceOf(Refusal.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"-1", "1,50", "free", "12345678"})
    void refusesValuesThatAreNone(String value) {
        assertThatThrownBy(() -> new Block.Bonus("", "List", "", value)).isInstanceOf(Refusal.class);
    }
}
