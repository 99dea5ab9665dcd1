package dev.wilyferret.app.trails;

import dev.wilyferret.app.console.Show;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.PromotionId;
import dev.wilyferret.core.trail.TrailDrawing;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.core.Authentication;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Puts a promotion's trail above each of its benches, whichever feature the bench belongs to. */
@Configuration
class TrailBand implements WebMvcConfigurer, HandlerInterceptor {

    private final Overviews overviews;
    private final Workspaces workspaces;
    private final Show show;
    private final Clock clock;

    TrailBand(Overviews overviews, Workspaces workspaces, Show show, Clock clock) {
        this.overviews = overviews;
        this.workspaces = workspaces;
        this.show = show;
        this.clock = clock;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this)
                .addPathPatterns("/promotions/{promotion}", "/promotions/{promotion}/**")
                .excludePathPatterns("/promotions/new");
    }

    @Override
    public void postHandle(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable ModelAndView view) {
        boolean whole = request.getHeader("HX-Request") == null;
        if (view == null || view.getViewName() == null || view.getViewName().startsWith("redirect:") || !whole) {
            return;
        }
        if (request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> variables
                && variables.get("promotion") instanceof String promotion
                && request.getUserPrincipal() instanceof Authentication signedIn
                && signedIn.getPrincipal() instanceof Member member) {
            LastDays period = LastDays.of(
                    Optional.ofNullable(request.getParameter("days")).orElse(""),
                    workspaces.get(member.workspace()).zone(),
                    clock);
            overviews
                    .one(member.workspace(), PromotionId.of(promotion), period.period())
                    .ifPresent(drawn -> {
                        view.addObject("overview", drawn.overview());
                        view.addObject("trail", drawn.trail());
                        view.addObject("slim", !"trails/promotion".equals(view.getViewName()));
                        view.addObject("period", period);
                        view.addObject("periods", LastDays.CHOICES);
                        view.addObject("here", request.getRequestURI());
                        view.addObject("drawing", TrailDrawing.of(drawn.trail(), show::rate));
                    });
        }
    }
}
