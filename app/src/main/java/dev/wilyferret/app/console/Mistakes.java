package dev.wilyferret.app.console;

import jakarta.servlet.http.HttpServletResponse;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;

/** Requests that are wrong in ways no form explains by itself. */
@ControllerAdvice
class Mistakes {

    @ExceptionHandler(MethodArgumentTypeMismatchException.class)
    String noSuchThing(HttpServletResponse response) {
        response.setStatus(HttpServletResponse.SC_NOT_FOUND);
        return "error/404";
    }

    @ExceptionHandler(MultipartException.class)
    String noFile(HttpServletResponse response) {
        response.setStatus(HttpServletResponse.SC_BAD_REQUEST);
        return "error/400";
    }

    @ExceptionHandler(MaxUploadSizeExceededException.class)
    String tooLarge(HttpServletResponse response, Model model) {
        response.setStatus(HttpServletResponse.SC_REQUEST_ENTITY_TOO_LARGE);
        return "error/413";
    }
}
