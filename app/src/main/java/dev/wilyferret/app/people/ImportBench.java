package dev.wilyferret.app.people;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.forms.NotFound;
import dev.wilyferret.app.workspace.Member;
import dev.wilyferret.app.workspace.Workspaces;
import dev.wilyferret.core.id.ImportId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.SafeCell;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Bringing people into a list from a file, and taking them along as one. */
@Controller
@RequestMapping("/people/lists/{id}")
class ImportBench {

    private static final int AT_ONCE = 5000;

    private final ListDesk desk;
    private final Imports imports;
    private final People people;
    private final Workspaces workspaces;

    ImportBench(ListDesk desk, Imports imports, People people, Workspaces workspaces) {
        this.desk = desk;
        this.imports = imports;
        this.people = people;
        this.workspaces = workspaces;
    }

    @GetMapping("/import")
    String choose(@AuthenticationPrincipal Member member, @PathVariable ListId id, Model model) {
        desk.list(member, id, "import", model);
        return "people/import";
    }

    @PostMapping("/import")
    String bring(
            @AuthenticationPrincipal Member member,
            @PathVariable ListId id,
            @RequestParam MultipartFile file,
            Model model,
            RedirectAttributes after)
            throws IOException {
        desk.list(member, id, "import", model);
        try {
            ImportId run = imports.bring(
                    member.workspace(),
                    id,
                    file.getOriginalFilename() == null ? "" : file.getOriginalFilename(),
                    file.getBytes());
            return toRun(id, run);
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
            return "redirect:/people/lists/" + id + "/import";
        }
    }

    private static String toRun(ListId id, ImportId run) {
        return "redirect:/people/lists/" + id + "/import/" + run;
    }

    @GetMapping("/import/{run}")
    String look(
            @AuthenticationPrincipal Member member, @PathVariable ListId id, @PathVariable ImportId run, Model model) {
        desk.list(member, id, "import", model);
        model.addAttribute("run", run(member, run));
        return "people/import";
    }

    /** How far it is, asked again while it runs. */
    @GetMapping("/import/{run}/progress")
    String progress(
            @AuthenticationPrincipal Member member, @PathVariable ListId id, @PathVariable ImportId run, Model model) {
        desk.list(member, id, "import", model);
        model.addAttribute("run", run(member, run));
        return "people/import :: running";
    }

    private Imports.Look run(Member member, ImportId run) {
        return imports.find(member.workspace(), run).orElseThrow(NotFound::new);
    }

    @PostMapping("/import/{run}")
    String begin(
            @AuthenticationPrincipal Member member,
            @PathVariable ListId id,
            @PathVariable ImportId run,
            @RequestParam List<String> column,
            @RequestParam(defaultValue = "") String tag,
            @RequestParam(defaultValue = "false") boolean agreed,
            @RequestParam(defaultValue = "false") boolean inSequence,
            RedirectAttributes after) {
        try {
            if (!agreed) {
                throw new Refusal(
                        "Tick that these people agreed to get mail from you; without that they cannot be brought in.");
            }
            imports.begin(member.workspace(), run, column, tag, inSequence);
        } catch (Refusal refusal) {
            after.addFlashAttribute("refused", refusal.getMessage());
            after.addFlashAttribute("columns", column);
            after.addFlashAttribute("tag", tag);
            after.addFlashAttribute("inSequence", inSequence);
            after.addFlashAttribute("agreed", agreed);
        }
        return toRun(id, run);
    }

    @PostMapping("/import/{run}/stop")
    String stop(@AuthenticationPrincipal Member member, @PathVariable ListId id, @PathVariable ImportId run) {
        imports.stop(member.workspace(), run);
        return toRun(id, run);
    }

    @PostMapping("/import/{run}/resume")
    String resume(@AuthenticationPrincipal Member member, @PathVariable ListId id, @PathVariable ImportId run) {
        imports.resume(member.workspace(), run);
        return toRun(id, run);
    }

    @GetMapping("/import/{run}/errors.csv")
    void errors(
            @AuthenticationPrincipal Member member,
            @PathVariable ListId id,
            @PathVariable ImportId run,
            HttpServletResponse response)
            throws IOException {
        String errors = imports.errors(member.workspace(), run).orElseThrow(NotFound::new);
        csv(response, "rows-not-taken.csv").write(errors.getBytes(StandardCharsets.UTF_8));
    }

    private static java.io.OutputStream csv(HttpServletResponse response, String name) throws IOException {
        response.setContentType("text/csv;charset=UTF-8");
        response.setHeader("Content-Disposition", "attachment; filename=\"" + name + "\"");
        return response.getOutputStream();
    }

    /** The people of a list, or the part that is asked for, as CSV. */
    @GetMapping("/export.csv")
    void export(
            @AuthenticationPrincipal Member member,
            @PathVariable ListId id,
            @RequestParam MultiValueMap<String, String> asked,
            Model model,
            HttpServletResponse response)
            throws IOException {
        desk.list(member, id, "import", model);
        Audience who = ListDesk.audience(Intake.of(asked), workspaces.get(member.workspace()));
        try (Writer out = new OutputStreamWriter(csv(response, "people.csv"), StandardCharsets.UTF_8);
                CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(
                    "email",
                    "first_name",
                    "last_name",
                    "phone",
                    "standing",
                    "tags",
                    "source",
                    "campaign",
                    "country",
                    "joined_at",
                    "confirmed_at",
                    "left_at",
                    "consent");
            List<Subscriber> part;
            int skip = 0;
            do {
                part = people.meant(member.workspace(), id, who, AT_ONCE, skip);
                skip += part.size();
                for (Subscriber one : part) {
                    printer.printRecord(cells(one));
                }
            } while (part.size() == AT_ONCE);
        }
    }

    private static List<String> cells(Subscriber one) {
        return Stream.of(
                        one.email(),
                        one.firstName(),
                        one.lastName(),
                        one.phone(),
                        one.membership().words(),
                        String.join(", ", one.tags()),
                        one.source(),
                        one.campaign(),
                        one.country(),
                        one.joinedAt().toString(),
                        one.confirmedAt().map(Object::toString).orElse(""),
                        one.leftAt().map(Object::toString).orElse(""),
                        one.consent())
                .map(SafeCell::of)
                .toList();
    }
}
