package dev.wilyferret.app.kit;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** The project's own script, as an operator runs it. */
public final class Script {

    /** @param said on either output */
    public record Ended(int status, String said) {}

    private Script() {}

    public static Ended run(Map<String, String> settings, String... words) throws IOException, InterruptedException {
        List<String> command =
                new ArrayList<>(List.of(TestDatabase.ROOT.resolve("ferret").toString()));
        command.addAll(List.of(words));
        Path out = Files.createTempFile("ferret-script", ".out");
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(out.toFile());
        builder.environment().putAll(settings);
        Process process = builder.start();
        if (!process.waitFor(120, TimeUnit.SECONDS)) {
            process.destroyForcibly();
            throw new IllegalStateException(
                    "./ferret " + String.join(" ", words) + " did not end: " + Files.readString(out));
        }
        return new Ended(process.exitValue(), Files.readString(out));
    }
}
