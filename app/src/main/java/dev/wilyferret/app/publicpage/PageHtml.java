package dev.wilyferret.app.publicpage;

import dev.wilyferret.app.installation.SiteAddress;
import dev.wilyferret.app.pixels.PagePixel;
import dev.wilyferret.app.shelf.MediaFile;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.address.OwnHost;
import dev.wilyferret.core.id.ElsewhereId;
import dev.wilyferret.core.id.ListId;
import dev.wilyferret.core.id.PageId;
import dev.wilyferret.core.link.SiteRoute;
import dev.wilyferret.core.link.Way;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockKind;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.Placed;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Base64;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;
import tools.jackson.databind.json.JsonMapper;

/** Draws a page document as the HTML a visitor gets: one request, one inlined stylesheet, nothing from elsewhere. */
@Component
public class PageHtml {

    /** Programs that only open links, as mail filters do, run no script and press no button. */
    private static final String PRESS = "document.forms[0].submit();";

    /** Stands for the view in an address while it is written, since no encoding changes letters. */
    private static final String VIEW_PLACE = "zzFIREIDzz";

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Set<BlockKind> SCRIPTED =
            Set.of(BlockKind.QUIZ, BlockKind.COUNTDOWN, BlockKind.POP_UP, BlockKind.VIDEO);

    /**
     * One pixel on one page.
     *
     * @param script the address the script asks; empty where browsers ask nothing
     * @param snippet the platform's own code that the page's script runs instead; empty for none
     * @param image the address on the public site a browser without script asks; empty where browsers ask nothing
     * @param server whether the program tells the platform itself, once it may
     */
    record Fire(String script, String snippet, String image, String pixel, String event, boolean server) {}

    /**
     * What a page needs to know of its surroundings.
     *
     * @param host where it stands; empty for the installation's own
     * @param path of the page itself
     * @param pathOf how one gets from here to another page of the promotion; empty where it leads nowhere
     * @param file a file of the shelf by its name
     * @param stored the addresses elsewhere that may be led to
     * @param pixels that fire; empty for declared crawlers and previews
     * @param now the moment for which it is drawn
     * @param sent what came of a form on it, if it was sent
     * @param bench the console's origin, if it is drawn for the bench
     * @param confirming the lists whose people have to confirm their address
     */
    public record Surroundings(
            PageId page,
            Optional<OwnHost> host,
            String path,
            Workspace.Legal legal,
            ZoneId zone,
            Currency currency,
            Function<PageId, Optional<String>> pathOf,
            Function<String, Optional<MediaFile>> file,
            Set<ElsewhereId> stored,
            List<PagePixel> pixels,
            Instant now,
            Optional<FormSent> sent,
            Optional<String> bench,
            Set<ListId> confirming)
            implements Way.Places {

        @Override
        public Optional<String> page(PageId other) {
            return pathOf.apply(other);
        }

        @Override
        public boolean file(String name) {
            return file.apply(name).isPresent();
        }

        @Override
        public boolean elsewhere(ElsewhereId id) {
            return stored.contains(id);
        }

        /** Where a step on the page leads. */
        public Way way(NextStep next) {
            return Way.of(next, page, this);
        }

        public Surroundings firing(List<PagePixel> others) {
            return with(pathOf, others, now, sent, bench);
        }

        public Surroundings at(Instant moment) {
            return with(pathOf, pixels, moment, sent, bench);
        }

        /** As for visitors, with no bench beside it. */
        public Surroundings plain(Function<PageId, Optional<String>> paths) {
            return with(paths, pixels, now, sent, Optional.empty());
        }

        public Surroundings after(FormSent form) {
            return with(pathOf, pixels, now, Optional.of(form), bench);
        }

        private Surroundings with(
                Function<PageId, Optional<String>> paths,
                List<PagePixel> firing,
                Instant moment,
                Optional<FormSent> form,
                Optional<String> console) {
            return new Surroundings(
                    page,
                    host,
                    path,
                    legal,
                    zone,
                    currency,
                    paths,
                    file,
                    stored,
                    firing,
                    moment,
                    form,
                    console,
                    confirming);
        }

        /** Where the page says what is done with what visitors leave: its promotion's own page for that. */
        String privacy() {
            return SiteRoute.PRIVACY.path(path.substring(1).split("/", 2)[0]);
        }
    }

    private final ITemplateEngine templates;
    private final SiteAddress site;
    private final String css;
    private final String plainCss;
    /** Of a page that is seen for a moment: no faces are fetched for it. */
    private final String momentCss;

    private final String fireScript;
    private final String codeScript;
    private final String pageScript;
    private final String previewScript;

    PageHtml(ITemplateEngine templates, SiteAddress site) {
        this.templates = templates;
        this.site = site;
        this.css = resource("site/page.css");
        this.momentCss = resource("site/moment.css");
        this.plainCss = PageStyle.of(Look.PLAIN) + css;
        this.fireScript = resource("site/fire.js");
        this.codeScript = resource("site/code.js");
        this.pageScript = resource("site/page.js");
        this.previewScript = resource("site/preview.js");
    }

    public RenderedPage render(PageDocument document, Surroundings around) {
        return switch (document) {
            case PageDocument.ContentPage page -> content(page.at(around.now()), around);
            case PageDocument.RedirectPage page -> redirect(page, around);
            case PageDocument.OutsidePage page ->
                message(
                        "On another host",
                        List.of("This page stands at %s. There is nothing to draw of it here."
                                .formatted(page.address().readable())),
                        Optional.empty());
        };
    }

    private RenderedPage content(PageDocument.ContentPage page, Surroundings around) {
        List<Fire> fires = fires(around);
        List<Placed> shown = page.blocks().shown().toList();
        Map<String, Object> work = new LinkedHashMap<>();
        work.put("page", around.page().toString());
        work.put("view", Marks.VIEW);
        work.put("fires", fires);
        work.put("consent", page.settings().consent());
        String style = PageStyle.of(page.look()) + css;
        Context context = context(page, around, style, fires, work);
        boolean scripted = shown.stream()
                .anyMatch(placed -> SCRIPTED.contains(placed.block().kind())
                        || placed.block().nextSteps().stream()
                                .anyMatch(next ->
                                        next instanceof NextStep.TwoAtOnce || next instanceof NextStep.InNewTab));
        PageModel drawing = new PageModel(around, shown);
        context.setVariable("page", page);
        context.setVariable("draw", drawing);
        context.setVariable(
                "rows",
                PageModel.rows(page.blocks().top().stream()
                        .filter(placed -> !placed.hidden())
                        .toList()));
        context.setVariable("bodyClass", PageStyle.bodyClass(page.look()));
        context.setVariable("mainClass", page.look().columns() == Look.Columns.TWO ? "two" : null);
        context.setVariable("description", page.settings().description());
        context.setVariable("sharePicture", address(around, page.settings().sharePicture()));
        context.setVariable("icon", address(around, page.settings().icon()));
        context.setVariable("pageScript", scripted && around.bench().isEmpty() ? pageScript : "");
        context.setVariable("consent", page.settings().consent());
        context.setVariable("fireId", Marks.VIEW);
        around.bench().ifPresent(bench -> {
            context.setVariable("bench", bench);
            context.setVariable("previewScript", previewScript);
        });
        return new RenderedPage(templates.process("site/content", context), contentPolicy(page, around, shown, style));
    }

    private String address(Surroundings around, String media) {
        return around.file()
                .apply(media)
                .map(file -> site.of(around.host(), mediaPath(file)))
                .orElse("");
    }

    private RenderedPage redirect(PageDocument.RedirectPage page, Surroundings around) {
        List<Fire> fires = fires(around);
        String out = SiteRoute.OUT.path(around.page());
        Map<String, Object> work = new LinkedHashMap<>();
        work.put("page", around.page().toString());
        work.put("view", Marks.VIEW);
        work.put("fires", fires);
        work.put("hold", page.hold().millis());
        work.put("out", out);
        Context context = context(page, around, momentCss, fires, work);
        context.setVariable("onward", out);
        context.setVariable("seconds", page.hold().secondsWithoutScript());
        return new RenderedPage(templates.process("site/redirect", context), policy(around.pixels(), momentCss));
    }

    private Context context(
            PageDocument document, Surroundings around, String style, List<Fire> fires, Map<String, Object> work) {
        Context context = new Context(Locale.ENGLISH);
        context.setVariable("title", document.title());
        context.setVariable("address", site.of(around.host(), around.path()));
        context.setVariable("legal", around.legal());
        context.setVariable("privacy", around.privacy());
        context.setVariable("css", style);
        context.setVariable("script", anyCode(around.pixels()) ? codeScript + fireScript : fireScript);
        context.setVariable("fires", fires);
        context.setVariable("work", JSON.writeValueAsString(work).replace("<", "\\u003c"));
        return context;
    }

    private List<Fire> fires(Surroundings around) {
        String address = site.of(around.host(), around.path());
        return around.pixels().stream()
                .map(pixel -> new Fire(
                        pixel.fireAddress(VIEW_PLACE, address)
                                .filter(asked -> pixel.account().snippet().isEmpty())
                                .map(asked -> asked.replace(VIEW_PLACE, Marks.VIEW))
                                .orElse(""),
                        pixel.snippet(Marks.VIEW, address).orElse(""),
                        pixel.fireAddress("", "").isPresent()
                                ? SiteRoute.PIXEL.path(around.page(), pixel.id()) + "?v=" + Marks.VIEW
                                : "",
                        pixel.id().toString(),
                        pixel.event().text(),
                        pixel.byServer()))
                .toList();
    }

    public static String mediaPath(MediaFile file) {
        return SiteRoute.MEDIA.path(file.name());
    }

    /** A page of plain words in the site's dress: an error, a notice, the privacy text. */
    public RenderedPage message(String title, List<String> paragraphs, Optional<Workspace> whose) {
        return new RenderedPage(
                templates.process("site/message", plain(title, paragraphs, whose)), policy(List.of(), plainCss));
    }

    /**
     * One thing to send.
     *
     * @param action where it is sent, on the site
     * @param asks the label of an address to type; empty if only the button is there
     * @param byItself whether a browser that runs scripts presses the button by itself
     * @param leadsTo the origin it leads to when that is another one than it is sent to; else empty
     */
    public record Asking(String action, String asks, String button, boolean byItself, String leadsTo) {}

    /** A page of plain words with one thing to send. */
    public RenderedPage question(String title, List<String> paragraphs, Workspace whose, Asking asking) {
        Context context = plain(title, paragraphs, Optional.of(whose));
        context.setVariable("asking", asking);
        context.setVariable("press", PRESS);
        return new RenderedPage(
                templates.process("site/message", context),
                policy(
                        List.of(),
                        "'" + hash(plainCss) + "'",
                        "'" + hash(PRESS) + "'",
                        asking.leadsTo().isEmpty() ? "" : " " + asking.leadsTo()));
    }

    private Context plain(String title, List<String> paragraphs, Optional<Workspace> whose) {
        Context context = new Context(Locale.ENGLISH);
        context.setVariable("title", title);
        context.setVariable("paragraphs", paragraphs);
        context.setVariable("legal", whose.map(Workspace::legal).orElse(Workspace.Legal.NONE));
        context.setVariable(
                "privacy",
                whose.map(workspace -> SiteRoute.PRIVACY.path(workspace.id())).orElse(""));
        context.setVariable("css", plainCss);
        return context;
    }

    private String policy(List<PagePixel> pixels, String style) {
        return anyCode(pixels)
                ? codePolicy(pixels)
                : policy(pixels, "'" + hash(style) + "'", "'" + hash(fireScript) + "'", "");
    }

    /** Code that the owner pasted may run and load what it says; other pages run only the program's own scripts. */
    private String contentPolicy(PageDocument.ContentPage page, Surroundings around, List<Placed> shown, String style) {
        boolean ownCode =
                page.settings().ownCode() || shown.stream().anyMatch(placed -> placed.block() instanceof Block.Code);
        if (ownCode || anyCode(around.pixels())) {
            return codePolicy(around.pixels());
        }
        String frames = shown.stream()
                .map(Placed::block)
                .filter(block ->
                        block instanceof Block.Video video && !video.frame().isEmpty())
                .map(block -> " " + new dev.wilyferret.core.address.WebAddress(((Block.Video) block).frame()).origin())
                .distinct()
                .collect(Collectors.joining());
        boolean bench = around.bench().isPresent();
        return policy(
                around.pixels(),
                bench ? "'unsafe-inline'" : "'" + hash(style) + "'",
                "'%s' '%s'%s"
                        .formatted(hash(fireScript), hash(pageScript), bench ? " '" + hash(previewScript) + "'" : ""),
                (sendsOut(shown) ? " https: http:" : "") + (frames.isEmpty() ? "" : "; frame-src" + frames));
    }

    private static boolean anyCode(List<PagePixel> pixels) {
        return pixels.stream().anyMatch(pixel -> pixel.account().snippet().isPresent());
    }

    private static String codePolicy(List<PagePixel> pixels) {
        return "default-src 'self' https: data: blob: 'unsafe-inline'%s; img-src 'self' https: http: data:; base-uri 'none'; form-action 'self' https:"
                .formatted(origins(pixels));
    }

    /** Whether what is sent from a form may end off the site, which browsers take for a target of the form. */
    private static boolean sendsOut(List<Placed> shown) {
        return shown.stream()
                .map(Placed::block)
                .filter(block ->
                        block instanceof Block.Form || block instanceof Block.Quiz || block instanceof Block.Question)
                .flatMap(block -> block.nextSteps().stream())
                .anyMatch(NextStep::leavesSite);
    }

    private static String policy(List<PagePixel> pixels, String style, String script, String more) {
        return "default-src 'none'; img-src 'self'%s; media-src 'self'; font-src 'self'; connect-src 'self'; style-src %s; script-src %s; base-uri 'none'; form-action 'self'%s"
                .formatted(origins(pixels), style, script, more);
    }

    private static String origins(List<PagePixel> pixels) {
        return pixels.stream()
                .flatMap(pixel -> pixel.account().origins())
                .map(origin -> " " + origin)
                .distinct()
                .collect(Collectors.joining());
    }

    private static String hash(String content) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(content.getBytes(StandardCharsets.UTF_8));
            return "sha256-" + Base64.getEncoder().encodeToString(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java runtime has SHA-256", e);
        }
    }

    private static String resource(String path) {
        try {
            return new ClassPathResource(path).getContentAsString(StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(path + " is part of the program", e);
        }
    }
}
