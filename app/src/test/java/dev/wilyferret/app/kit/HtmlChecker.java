package dev.wilyferret.app.kit;

import java.io.ByteArrayInputStream;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The checker of HTML, apart from the rest: it needs Unicode's library in a version long gone. */
public final class HtmlChecker {

    private static final ClassLoader APART = new URLClassLoader(
            Stream.concat(
                            Stream.of(Path.of("target", "html-checker", "icu4j.jar")),
                            Arrays.stream(System.getProperty("java.class.path").split(File.pathSeparator))
                                    .map(Path::of)
                                    .filter(path ->
                                            !path.getFileName().toString().startsWith("icu4j")))
                    .map(HtmlChecker::url)
                    .toArray(URL[]::new),
            ClassLoader.getPlatformClassLoader());

    private static @Nullable Object checker;

    private HtmlChecker() {}

    private static URL url(Path path) {
        try {
            return path.toUri().toURL();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What it says of a page, as JSON. */
    public static String check(String html) throws ReflectiveOperationException {
        Thread here = Thread.currentThread();
        ClassLoader before = here.getContextClassLoader();
        here.setContextClassLoader(APART);
        try {
            if (checker == null) {
                checker = APART.loadClass("nu.validator.client.EmbeddedValidator")
                        .getConstructor()
                        .newInstance();
            }
            return (String) checker.getClass()
                    .getMethod("validate", InputStream.class)
                    .invoke(checker, new ByteArrayInputStream(html.getBytes(StandardCharsets.UTF_8)));
        } finally {
            here.setContextClassLoader(before);
        }
    }
}
