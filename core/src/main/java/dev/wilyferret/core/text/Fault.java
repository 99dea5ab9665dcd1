package dev.wilyferret.core.text;

import java.util.Arrays;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A failure as the log shows it: what kind it is and where it came up, in one line. Not in its own
 * words, which may hold what was sent or typed.
 */
public final class Fault {

    private static final int CAUSES = 5;
    private static final String OWN = "dev.wilyferret.";

    private Fault() {}

    /** As "IllegalArgumentException at URLDecoder.java:215, in TokenValues.java:40; by IOException at …". */
    public static String of(Throwable failed) {
        return Stream.iterate(failed, Objects::nonNull, Throwable::getCause)
                .limit(CAUSES)
                .map(Fault::one)
                .collect(Collectors.joining("; by "));
    }

    private static String one(Throwable failed) {
        StackTraceElement[] frames = failed.getStackTrace();
        String kind = failed.getClass().getSimpleName();
        if (frames.length == 0) {
            return kind;
        }
        String at = kind + " at " + place(frames[0]);
        return Arrays.stream(frames)
                .filter(frame -> frame.getClassName().startsWith(OWN))
                .findFirst()
                .filter(own -> !own.equals(frames[0]))
                .map(own -> at + ", in " + place(own))
                .orElse(at);
    }

    private static String place(StackTraceElement frame) {
        return frame.getFileName() + ":" + frame.getLineNumber();
    }
}
