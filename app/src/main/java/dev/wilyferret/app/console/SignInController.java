package dev.wilyferret.app.console;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.workspace.Accounts;
import dev.wilyferret.app.workspace.Member;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Signing in, and replacing a password. */
@Controller
class SignInController {

    private final Accounts accounts;

    SignInController(Accounts accounts) {
        this.accounts = accounts;
    }

    @GetMapping("/sign-in")
    String signIn() {
        return "console/sign-in";
    }

    /** Where somebody lands who may not see an address: on their own first password, or nowhere. */
    @RequestMapping("/refused")
    String refused(@AuthenticationPrincipal @Nullable Member member) {
        return member != null && member.oneTime() ? "redirect:/first-password" : "error/403";
    }

    @GetMapping("/first-password")
    String firstPassword(Model model) {
        model.addAttribute("form", Intake.showing(Map.of()));
        return "console/first-password";
    }

    @PostMapping("/first-password")
    String changePassword(
            @AuthenticationPrincipal Member member,
            @RequestParam MultiValueMap<String, String> typed,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        Intake form = Intake.of(typed);
        Optional<Member> changed =
                form.take("chosen", chosen -> accounts.changePassword(member, form.value("present"), chosen));
        if (changed.isEmpty()) {
            model.addAttribute("form", form);
            return "console/first-password";
        }
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                changed.get(), null, changed.get().getAuthorities()));
        new HttpSessionSecurityContextRepository().saveContext(context, request, response);
        return "redirect:/";
    }
}
