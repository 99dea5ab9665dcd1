package dev.wilyferret.app.pixels;

import dev.wilyferret.app.clicks.ClickBook;
import dev.wilyferret.core.pixel.PixelAnswer;
import dev.wilyferret.core.pixel.PixelEvent;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** What became of an account's events, one line an event. */
final class PixelSums {

    private static final Set<PixelAnswer> REACHED =
            EnumSet.of(PixelAnswer.ANSWERED, PixelAnswer.RAN, PixelAnswer.ASKED_WITHOUT_SCRIPT);

    private PixelSums() {}

    /**
     * An event of an account.
     *
     * @param name as the platform calls it
     * @param lastSeen when the platform last had it for sure; empty if it never did, as far as was looked back
     * @param answered by the platform, to a browser
     * @param unanswered failed, or without an answer in time
     */
    public record Line(
            String name,
            Optional<Instant> lastSeen,
            long answered,
            long unanswered,
            long taken,
            long waiting,
            long refused,
            long unknown) {}

    /** The usual events of a page first, whether or not they happened. */
    static List<Line> of(
            PixelDetails details,
            List<ClickBook.FiredSum> fired,
            List<PixelQueue.Sum> told,
            Map<PixelEvent, Instant> before) {
        Stream<PixelEvent> usual = Stream.of(PixelEvent.PAGE_VIEW, PixelEvent.LEAD);
        Stream<PixelEvent> sale = details.saleEvent().isEmpty() ? Stream.empty() : Stream.of(PixelEvent.SALE);
        Stream<PixelEvent> came = Stream.concat(
                Stream.concat(
                        fired.stream().map(ClickBook.FiredSum::event),
                        told.stream().map(PixelQueue.Sum::event)),
                before.keySet().stream().sorted(Comparator.comparing(PixelEvent::text)));
        List<Line> lines = new ArrayList<>();
        Stream.concat(Stream.concat(usual, sale), came)
                .distinct()
                .forEach(event -> lines.add(line(details, event, fired, told, before)));
        return lines;
    }

    private static Line line(
            PixelDetails details,
            PixelEvent event,
            List<ClickBook.FiredSum> fired,
            List<PixelQueue.Sum> told,
            Map<PixelEvent, Instant> before) {
        List<ClickBook.FiredSum> browsers =
                fired.stream().filter(sum -> sum.event().equals(event)).toList();
        List<PixelQueue.Sum> server =
                told.stream().filter(sum -> sum.event().equals(event)).toList();
        Predicate<ClickBook.FiredSum> reached = sum -> REACHED.contains(sum.answer());
        Optional<Instant> last = Stream.of(
                        Optional.ofNullable(before.get(event)).stream(),
                        browsers.stream().filter(reached).map(ClickBook.FiredSum::last),
                        server.stream()
                                .filter(sum -> sum.state() == PixelQueue.State.TAKEN)
                                .map(PixelQueue.Sum::last))
                .flatMap(Function.identity())
                .max(Instant::compareTo);
        return new Line(
                details.eventName(event),
                last,
                browsers.stream()
                        .filter(reached)
                        .mapToLong(ClickBook.FiredSum::count)
                        .sum(),
                browsers.stream()
                        .filter(reached.negate())
                        .mapToLong(ClickBook.FiredSum::count)
                        .sum(),
                count(server, PixelQueue.State.TAKEN),
                count(server, PixelQueue.State.WAITING),
                count(server, PixelQueue.State.REFUSED),
                count(server, PixelQueue.State.UNKNOWN));
    }

    private static long count(List<PixelQueue.Sum> sums, PixelQueue.State state) {
        return sums.stream()
                .filter(sum -> sum.state() == state)
                .mapToLong(PixelQueue.Sum::count)
                .sum();
    }
}
