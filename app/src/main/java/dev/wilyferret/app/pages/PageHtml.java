package dev.wilyferret.app.pages;

import dev.wilyferret.app.installation.Installation;
import dev.wilyferret.app.media.MediaFile;
import dev.wilyferret.app.media.Shelf;
import dev.wilyferret.app.pixels.PixelAccount;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.core.id.ShortId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.pixel.PixelEvent;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
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

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /**
     * One pixel on one page.
     *
     * @param script the address the script asks
     * @param image the address on the public site a browser without script asks
     */
    record Fire(String script, String image, String pixel, String event) {}

    /**
     * What a page needs to know of its surroundings.
     *
     * @param path of the page itself
     * @param pathOf the public path of another page of the promotion
     * @param pixels that fire; empty for declared crawlers and previews
     */
    public record Surroundings(
            Page page, String path, Workspace.Legal legal, Function<UUID, String> pathOf, List<PixelAccount> pixels) {}

    private final ITemplateEngine templates;
    private final Shelf shelf;
    private final String siteAddress;
    private final String css;
    private final String script;

    PageHtml(ITemplateEngine templates, Shelf shelf, Installation installation) {
        this.templates = templates;
        this.shelf = shelf;
        this.siteAddress = installation.siteAddress().toString();
        this.css = resource("site/page.css");
        this.script = resource("site/fire.js");
    }

    public RenderedPage render(PageDocument document, Surroundings around) {
        return switch (document) {
            case PageDocument.ContentPage page -> content(page, around);
            case PageDocument.RedirectPage page -> redirect(page, around);
        };
    }

    private RenderedPage content(PageDocument.ContentPage page, Surroundings around) {
        List<Fire> fires = fires(around, PixelEvent.PAGE_VIEW);
        Context context = context(
                page,
                around,
                fires,
                Map.of("page", around.page().id().toString(), "view", RenderedPage.FIRE_ID, "fires", fires));
        page.first(Block.Headline.class).ifPresent(block -> context.setVariable("headline", block.text()));
        page.first(Block.SubHeadline.class).ifPresent(block -> context.setVariable("subHeadline", block.text()));
        page.first(Block.Media.class).ifPresent(block -> media(context, around, block));
        page.first(Block.Benefits.class).ifPresent(block -> context.setVariable("benefits", block.lines()));
        page.first(Block.Disclosure.class).ifPresent(block -> context.setVariable("disclosure", block.text()));
        page.first(Block.Button.class).ifPresent(block -> {
            context.setVariable("button", block.words());
            context.setVariable("onward", onward(block.next(), around));
        });
        return new RenderedPage(templates.process("site/content", context), policy(around.pixels()));
    }

    private RenderedPage redirect(PageDocument.RedirectPage page, Surroundings around) {
        List<Fire> fires = fires(around, PixelEvent.LEAD);
        String out = outPath(around.page().id());
        Context context = context(
                page,
                around,
                fires,
                Map.of(
                        "page",
                        around.page().id().toString(),
                        "view",
                        RenderedPage.FIRE_ID,
                        "fires",
                        fires,
                        "hold",
                        page.hold().millis(),
                        "out",
                        out));
        context.setVariable("onward", out);
        context.setVariable("seconds", page.hold().secondsWithoutScript());
        return new RenderedPage(templates.process("site/redirect", context), policy(around.pixels()));
    }

    private Context context(PageDocument document, Surroundings around, List<Fire> fires, Map<String, Object> work) {
        Context context = new Context(java.util.Locale.ENGLISH);
        context.setVariable("title", document.title());
        context.setVariable("address", siteAddress + around.path());
        context.setVariable("legal", around.legal());
        context.setVariable("css", css);
        context.setVariable("script", script);
        context.setVariable("fires", fires);
        context.setVariable(
                "work", JSON.writeValueAsString(new LinkedHashMap<>(work)).replace("<", "\\u003c"));
        return context;
    }

    private void media(Context context, Surroundings around, Block.Media block) {
        shelf.find(around.page().workspace(), block.media()).ifPresent(file -> {
            context.setVariable("media", file);
            context.setVariable("mediaPath", mediaPath(file));
            context.setVariable("description", block.description());
        });
    }

    private List<Fire> fires(Surroundings around, PixelEvent event) {
        String address = siteAddress + around.path();
        return around.pixels().stream()
                .map(pixel -> new Fire(
                        pixel.fireAddress(event, RenderedPage.FIRE_ID, address),
                        "/px/" + ShortId.of(around.page().id()) + "/" + ShortId.of(pixel.id()) + "?v="
                                + RenderedPage.FIRE_ID,
                        pixel.id().toString(),
                        event.name()))
                .toList();
    }

    private static String onward(NextStep next, Surroundings around) {
        return switch (next) {
            case NextStep.NotChosen() -> "#";
            case NextStep.ToPage(UUID target) -> around.pathOf().apply(target);
            case NextStep.ToOffer() -> outPath(around.page().id());
        };
    }

    private static String outPath(UUID page) {
        return "/out/" + ShortId.of(page);
    }

    public static String mediaPath(MediaFile file) {
        return "/media/" + file.name();
    }

    /** A page of plain words in the site's dress: an error, a notice, the privacy text. */
    public RenderedPage message(String title, List<String> paragraphs, Workspace.Legal legal) {
        Context context = new Context(java.util.Locale.ENGLISH);
        context.setVariable("title", title);
        context.setVariable("paragraphs", paragraphs);
        context.setVariable("legal", legal);
        context.setVariable("css", css);
        return new RenderedPage(templates.process("site/message", context), policy(List.of()));
    }

    private String policy(List<PixelAccount> pixels) {
        String origins =
                pixels.stream().map(pixel -> " " + pixel.origin()).distinct().collect(Collectors.joining());
        return "default-src 'none'; img-src 'self'%s; media-src 'self'; connect-src 'self'; style-src '%s'; script-src '%s'; base-uri 'none'; form-action 'self'"
                .formatted(origins, hash(css), hash(script));
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
        try (var in = new ClassPathResource(path).getInputStream()) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).strip();
        } catch (IOException e) {
            throw new UncheckedIOException(path + " is part of the program", e);
        }
    }
}
