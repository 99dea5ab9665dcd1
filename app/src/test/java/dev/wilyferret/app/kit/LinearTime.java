package dev.wilyferret.app.kit;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wilyferret.core.text.Refusal;
import java.lang.management.ManagementFactory;
import java.util.List;
import java.util.function.Consumer;

/** That a parser takes time in proportion to what it reads: twice the text, three times the CPU time at most,
 * whatever that is on this machine. */
public final class LinearTime {

    private static final int LONG = 100_000;
    private static final double NOISE_MILLIS = 40;
    private static final double HOPELESS_MILLIS = 2000;
    private static final int ROUNDS = 15;
    private static final List<String> PIECES = List.of(
            "a",
            " ",
            "<",
            "](",
            "[",
            "[a](",
            "[a](b(",
            "()",
            "き",
            "เ",
            "**",
            "*a ",
            "{{",
            "{{a",
            "{{a|",
            "{",
            "}",
            "\n",
            "\n- ",
            "\t",
            "<iframe ",
            "src ",
            "src=\"",
            "<iframe src",
            "@",
            ".",
            "a.",
            "-a",
            "a-",
            "%",
            "://",
            "http://",
            "url(",
            "A!",
            "free ",
            ",",
            ";",
            "0",
            "é",
            "a\u0301\u0327",
            "\uE0F0",
            "\uFDD0",
            "\uD83C\uDF44",
            "'a",
            "1.",
            "//",
            "#",
            "?&",
            "=\"'",
            "src= ",
            "src =  \" ",
            "<a",
            "<a ",
            "<a b=\"",
            "</",
            "&",
            "&a",
            "<!--",
            "<![CDATA[",
            "\uFDD0w\uFDD1",
            "\uFDD1",
            "\uFDD2",
            "<g>",
            "<input name=a>",
            "<label for=b>",
            "<div style=left:-999>",
            "\"",
            "\",",
            "\r\"",
            "style=\"",
            "-1");

    /** Twice the text takes twice the time, or four times where each part is looked at with each other. */
    private static final double BETWEEN = 3;

    private LinearTime() {}

    /** @param begin what the text begins with */
    public static void check(String begin, Consumer<String> parser) {
        for (String piece : PIECES) {
            String whole = begin + piece.repeat((LONG - begin.length()) / piece.length());
            String half = whole.substring(0, whole.length() / 2);
            double best = millis(parser, whole);
            double halfBest = 0;
            // The least of several, measured in turn: a busy machine and a cold start only ever add.
            for (int round = 0; round < ROUNDS && best > allowed(halfBest) && best < HOPELESS_MILLIS; round++) {
                double half1 = millis(parser, half);
                halfBest = round == 0 ? half1 : Math.min(halfBest, half1);
                best = Math.min(best, millis(parser, whole));
            }
            assertThat(best)
                    .as("CPU time for %s…, against half of it", begin + piece)
                    .isLessThanOrEqualTo(allowed(halfBest));
        }
    }

    private static double allowed(double halfMillis) {
        return Math.max(NOISE_MILLIS, BETWEEN * halfMillis);
    }

    private static double millis(Consumer<String> parser, String text) {
        var threads = ManagementFactory.getThreadMXBean();
        long before = threads.getCurrentThreadCpuTime();
        try {
            parser.accept(text);
        } catch (Refusal refused) {
            // Saying no is an answer too, as long as it comes soon.
        }
        return (threads.getCurrentThreadCpuTime() - before) / 1e6;
    }
}
