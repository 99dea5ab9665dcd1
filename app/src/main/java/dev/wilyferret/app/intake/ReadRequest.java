package dev.wilyferret.app.intake;

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
import java.util.Collection;
import java.util.Collections;
import java.util.Enumeration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.tomcat.util.http.Parameters;
import org.apache.tomcat.util.net.SocketWrapperBase;
import org.jspecify.annotations.Nullable;

/** A request whose body was read whole before anybody looks at it. A form's fields follow those of the query. */
public final class ReadRequest extends HttpServletRequestWrapper {

    /** The longest a body may take in all. */
    public static final Duration PATIENCE = Duration.ofSeconds(10);

    private static final Duration PAUSE = Duration.ofMinutes(1);
    private static final int MOST_FIELDS = 1000;
    private static final int MOST_DROPPED = 1 << 20;

    private final byte[] body;
    private final Map<String, String[]> parameters;

    private ReadRequest(HttpServletRequest request, byte[] body, Map<String, String[]> parameters) {
        super(request);
        this.body = body;
        this.parameters = parameters;
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
        try {
            return new ReadRequest(request, body, parameters(request, body));
        } catch (IllegalStateException unreadable) {
            throw BodyRefused.unreadable();
        }
    }

    /** Leaves the body where it is, for a route that takes files; whoever sends them may pause for a minute. */
    public static HttpServletRequest unread(HttpServletRequest request) {
        if (request.getAttribute(Body.CONNECTION) instanceof SocketWrapperBase<?> connection) {
            connection.setReadTimeout(PAUSE.toMillis());
        }
        return request;
    }

    private static Map<String, String[]> parameters(HttpServletRequest request, byte[] body) {
        Parameters read = new Parameters();
        read.setCharset(StandardCharsets.UTF_8);
        read.setLimit(MOST_FIELDS);
        String query = request.getQueryString();
        if (query != null) {
            byte[] bytes = query.getBytes(StandardCharsets.UTF_8);
            read.processParameters(bytes, 0, bytes.length);
        }
        String type = request.getContentType();
        if (type != null && type.toLowerCase(Locale.ROOT).startsWith("application/x-www-form-urlencoded")) {
            read.processParameters(body, 0, body.length);
        }
        Map<String, String[]> parameters = new LinkedHashMap<>();
        Collections.list(read.getParameterNames()).forEach(name -> parameters.put(name, read.getParameterValues(name)));
        return parameters;
    }

    @Override
    public @Nullable String getParameter(String name) {
        String[] all = parameters.get(name);
        return all == null || all.length == 0 ? null : all[0];
    }

    @Override
    public String @Nullable [] getParameterValues(String name) {
        String[] all = parameters.get(name);
        return all == null ? null : all.clone();
    }

    @Override
    public Map<String, String[]> getParameterMap() {
        return Collections.unmodifiableMap(parameters);
    }

    @Override
    public Enumeration<String> getParameterNames() {
        return Collections.enumeration(parameters.keySet());
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
