package dev.wilyferret.app.intake;

import dev.wilyferret.core.address.Query;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.Part;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.Enumeration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.tomcat.util.net.SocketWrapperBase;
import org.jspecify.annotations.Nullable;

/**
 * A request that was read before anybody looks at it: its body whole, and its query leniently, so that a stray {@code %} in what an ad
 * platform hands on loses no visitor. A form's fields follow those of the query.
 */
public final class ReadRequest extends HttpServletRequestWrapper {

    /** The longest a body may take in all. */
    public static final Duration PATIENCE = Duration.ofSeconds(10);

    private static final Duration PAUSE = Duration.ofMinutes(1);
    /** What of a query comes after so many is left out; a form that has more is refused. */
    private static final int MOST_FIELDS = 1000;

    private static final int MOST_DROPPED = 1 << 20;

    private final byte[] body;
    private final List<Query.Parameter> fields;
    /** Once somebody asked for one: most requests for a link are answered without. */
    private Optional<Map<String, String[]>> parameters = Optional.empty();

    private ReadRequest(HttpServletRequest request, byte[] body, List<Query.Parameter> fields) {
        super(request);
        this.body = body;
        this.fields = fields;
    }

    /**
     * Reads a request whole.
     *
     * @param most bytes of the body
     * @throws BodyRefused if it is too large, too slow, or no form that can be read
     */
    public static ReadRequest of(HttpServletRequest request, int most) throws IOException {
        return of(request, most, MOST_DROPPED);
    }

    /** As {@link #of(HttpServletRequest, int)}, letting so many bytes too many go by before it is refused. */
    public static ReadRequest of(HttpServletRequest request, int most, int dropped) throws IOException {
        byte[] body = Body.read(request, most, PATIENCE, dropped);
        return new ReadRequest(request, body, fields(request, body));
    }

    /** Reads the query alone, of a request that brings nothing else. */
    public static ReadRequest ofQuery(HttpServletRequest request) {
        return new ReadRequest(request, new byte[0], List.of());
    }

    /** Leaves the body where it is, for a route that takes files; whoever sends them may pause for a minute. */
    public static HttpServletRequest unread(HttpServletRequest request) {
        if (request.getAttribute(Body.CONNECTION) instanceof SocketWrapperBase<?> connection) {
            connection.setReadTimeout(PAUSE.toMillis());
        }
        return request;
    }

    private Map<String, String[]> parameters() {
        Map<String, String[]> read = parameters.orElseGet(() -> {
            String query = getQueryString();
            Map<String, String[]> all = new LinkedHashMap<>();
            Stream.concat(
                            query == null
                                    ? Stream.empty()
                                    : Query.parameters(query).stream().limit(MOST_FIELDS),
                            fields.stream())
                    .forEach(one -> all.merge(one.name(), new String[] {one.value()}, ReadRequest::both));
            return all;
        });
        parameters = Optional.of(read);
        return read;
    }

    private static List<Query.Parameter> fields(HttpServletRequest request, byte[] body) throws BodyRefused {
        String type = request.getContentType();
        if (type == null || !type.toLowerCase(Locale.ROOT).startsWith("application/x-www-form-urlencoded")) {
            return List.of();
        }
        List<Query.Parameter> fields = Query.parameters(new String(body, StandardCharsets.UTF_8));
        if (fields.size() > MOST_FIELDS) {
            throw BodyRefused.unreadable();
        }
        return fields;
    }

    private static String[] both(String[] before, String[] more) {
        return Stream.concat(Arrays.stream(before), Arrays.stream(more)).toArray(String[]::new);
    }

    @Override
    public @Nullable String getParameter(String name) {
        String[] all = parameters().get(name);
        return all == null || all.length == 0 ? null : all[0];
    }

    @Override
    public String @Nullable [] getParameterValues(String name) {
        String[] all = parameters().get(name);
        return all == null ? null : all.clone();
    }

    @Override
    public Map<String, String[]> getParameterMap() {
        return Collections.unmodifiableMap(parameters());
    }

    @Override
    public Enumeration<String> getParameterNames() {
        return Collections.enumeration(parameters().keySet());
    }

    /** No file is taken where the body is read whole. */
    @Override
    public Collection<Part> getParts() {
        return new ArrayList<>(List.of());
    }

    @Override
    public @Nullable Part getPart(String name) {
        return null;
    }

    @Override
    public ServletInputStream getInputStream() {
        ByteArrayInputStream in = new ByteArrayInputStream(body);
        return new ServletInputStream() {
            @Override
            public int read() {
                return in.read();
            }

            @Override
            public int read(byte[] target, int from, int most) {
                return in.read(target, from, most);
            }

            @Override
            public boolean isFinished() {
                return in.available() == 0;
            }

            @Override
            public boolean isReady() {
                return true;
            }

            @Override
            public void setReadListener(ReadListener listener) {
                throw new IllegalStateException("The body is here already");
            }
        };
    }

    @Override
    public BufferedReader getReader() throws IOException {
        return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
    }
}
