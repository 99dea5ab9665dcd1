package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.pages.Page;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.page.PageKind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Reads, in one place, what every request to the bench of a content page says; what does not exist is a 404. */
@Configuration
class BenchRequests implements WebMvcConfigurer, HandlerMethodArgumentResolver {

    /** Says that a page has a bench of another kind. */
    static final class OtherBench extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final String address;

        OtherBench(Page page) {
            super("page " + page.id() + " is of another kind");
            address = "/promotions/" + page.promotion()
                    + (page.kind() == PageKind.REDIRECT ? "/redirect" : "/outside/" + page.id());
        }
    }

    /** Whoever asks for such a page is led there. */
    @ControllerAdvice
    static class Way {

        @ExceptionHandler
        String other(OtherBench bench) {
            return "redirect:" + bench.address;
        }
    }

    private final ObjectProvider<BenchDesk> desk;

    BenchRequests(ObjectProvider<BenchDesk> desk) {
        this.desk = desk;
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == BenchRequest.class;
    }

    @Override
    public BenchRequest resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer container,
            NativeWebRequest web,
            @Nullable WebDataBinderFactory binders) {
        HttpServletRequest request = Objects.requireNonNull(web.getNativeRequest(HttpServletRequest.class));
        if (!(request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> path)
                || !(request.getUserPrincipal() instanceof Authentication signedIn)
                || !(signedIn.getPrincipal() instanceof Member member)) {
            throw new NotFound();
        }
        PromotionId promotion = new PromotionId(id(path.get("promotion")));
        Page page = desk.getObject().page(member, promotion, new PageId(id(path.get("id"))));
        if (page.kind() != PageKind.CONTENT) {
            throw new OtherBench(page);
        }
        String revision = request.getParameter("revision");
        return new BenchRequest(
                member,
                desk.getObject().promotion(member, promotion),
                page,
                revision != null && revision.matches("\\d{1,9}") ? Integer.parseInt(revision) : -1,
                request.getHeader("HX-Request") != null,
                Objects.requireNonNull(web.getNativeResponse(HttpServletResponse.class)));
    }

    private static UUID id(@Nullable Object text) {
        try {
            return UUID.fromString(String.valueOf(text));
        } catch (IllegalArgumentException noId) {
            throw new NotFound();
        }
    }
}
