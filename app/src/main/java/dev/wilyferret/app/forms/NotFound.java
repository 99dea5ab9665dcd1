package dev.wilyferret.app.forms;

import org.springframework.http.HttpStatus;
import org.springframework.web.server.ResponseStatusException;

/** There is no such thing, or it is another workspace's: answered with 404. */
public final class NotFound extends ResponseStatusException {

    private static final long serialVersionUID = 1;

    public NotFound() {
        super(HttpStatus.NOT_FOUND);
    }
}
