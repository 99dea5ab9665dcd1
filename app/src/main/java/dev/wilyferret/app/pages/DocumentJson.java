package dev.wilyferret.app.pages;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonValue;
import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.color.Palette;
import dev.wilyferret.core.color.Rgb;
import dev.wilyferret.core.id.Id;
import dev.wilyferret.core.id.PixelId;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.Blocks;
import dev.wilyferret.core.page.Firing;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.page.FormField.Asked;
import dev.wilyferret.core.page.Look;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.page.PageSettings;
import dev.wilyferret.core.page.Placed;
import dev.wilyferret.core.page.ReferrerRule;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.readiness.Fold;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.jsontype.NamedType;
import tools.jackson.databind.node.ObjectNode;

/**
 * The page document as JSON: {@code {"version":4,"page":{"kind":"content",…}}}, described in docs/formats.md. A change to
 * the records that older documents do not fit raises the version and reads the older one here.
 */
final class DocumentJson {

    private static final int VERSION = 4;

    private record Envelope(int version, PageDocument page) {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = PageDocument.ContentPage.class, name = "content"),
        @JsonSubTypes.Type(value = PageDocument.RedirectPage.class, name = "redirect"),
        @JsonSubTypes.Type(value = PageDocument.OutsidePage.class, name = "outside")
    })
    private interface DocumentKinds {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    private interface Kinds {}

    private interface IdAsText {
        @JsonValue
        String text();
    }

    private abstract static class AddressAsText {
        @JsonValue
        abstract String text();

        @JsonCreator
        static WebAddress read(String text) {
            return new WebAddress(text);
        }
    }

    private interface UuidAsText {
        @JsonValue
        UUID value();
    }

    private abstract static class ColourAsText {
        @JsonValue
        abstract String hex();

        @JsonCreator
        static Rgb parse(String typed) {
            return Rgb.parse(typed);
        }
    }

    private abstract static class EventAsText {
        @JsonValue
        abstract String text();

        @JsonCreator
        static PixelEvent read(String text) {
            return PixelEvent.read(text);
        }
    }

    private interface OnlyRoles {
        @JsonIgnore
        Rgb onAccent();
    }

    private static final JsonMapper JSON = JsonMapper.builder()
            .addMixIn(PageDocument.class, DocumentKinds.class)
            .addMixIn(Block.class, Kinds.class)
            .addMixIn(NextStep.class, Kinds.class)
            .registerSubtypes(named(Block.class))
            .registerSubtypes(named(NextStep.class))
            .addMixIn(BlockId.class, IdAsText.class)
            .addMixIn(Id.class, UuidAsText.class)
            .addMixIn(WebAddress.class, AddressAsText.class)
            .addMixIn(Rgb.class, ColourAsText.class)
            .addMixIn(Palette.class, OnlyRoles.class)
            .addMixIn(PixelEvent.class, EventAsText.class)
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(SerializationFeature.FAIL_ON_EMPTY_BEANS)
            .build();

    private DocumentJson() {}

    /** Every kind there is, by the words of its type: {@code SubHeadline} is written {@code sub-headline}. */
    private static NamedType[] named(Class<?> kinds) {
        return Arrays.stream(kinds.getPermittedSubclasses())
                .map(kind -> new NamedType(
                        kind,
                        kind.getSimpleName().replaceAll("(?<!^)(?=[A-Z])", "-").toLowerCase(Locale.ROOT)))
                .toArray(NamedType[]::new);
    }

    static String write(PageDocument document) {
        return JSON.writeValueAsString(new Envelope(VERSION, document));
    }

    static PageDocument read(String json) {
        JsonNode tree = JSON.readTree(json);
        int version = tree.path("version").asInt();
        return switch (version) {
            case 1 -> versionOne(tree.path("page"));
            case 2 ->
                JSON.treeToValue(eventsNamed(fieldsListed(tree)), Envelope.class)
                        .page();
            case 3 -> JSON.treeToValue(eventsNamed(tree), Envelope.class).page();
            case VERSION -> JSON.treeToValue(tree, Envelope.class).page();
            default ->
                throw new IllegalStateException(
                        "A page document has version %d; this program reads up to %d. Was it written by a newer one?"
                                .formatted(version, VERSION));
        };
    }

    /** What can be read; empty if a newer program wrote it, or it is damaged. */
    static Optional<PageDocument> tryRead(String json) {
        try {
            return Optional.of(read(json));
        } catch (RuntimeException unreadable) {
            return Optional.empty();
        }
    }

    static String writeFolds(List<Fold> folds) {
        return JSON.writeValueAsString(folds.toArray(new Fold[0]));
    }

    static List<Fold> readFolds(String json) {
        return List.of(JSON.readValue(json, Fold[].class));
    }

    /** Version 1 knew one headline, one picture or video and so on, each without an id, and no look. */
    private static PageDocument versionOne(JsonNode page) {
        if (!page.path("kind").asString().equals("content")) {
            return JSON.treeToValue(pageWithEvents(page), PageDocument.class);
        }
        List<Placed> blocks = new ArrayList<>();
        for (JsonNode block : page.path("blocks")) {
            fieldsListed(block);
            String kind = block.path("kind").asString();
            Block read = kind.equals("media") ? media(block) : JSON.treeToValue(block, Block.class);
            blocks.add(Placed.of("b" + (blocks.size() + 1), read));
        }
        PixelId[] pixels = JSON.treeToValue(page.path("pixels"), PixelId[].class);
        return new PageDocument.ContentPage(
                PageSettings.titled(page.path("title").asString()),
                Look.PLAIN,
                new Blocks(blocks),
                Firing.views(pixels));
    }

    /** Up to version 3 a page's kind said what all of its pixels told, and a redirect page knew nothing of referrers. */
    private static JsonNode eventsNamed(JsonNode tree) {
        pageWithEvents(tree.path("page"));
        return tree;
    }

    private static JsonNode pageWithEvents(JsonNode page) {
        if (page instanceof ObjectNode known) {
            boolean redirect = known.path("kind").asString("").equals("redirect");
            PixelId[] pixels = JSON.treeToValue(known.path("pixels"), PixelId[].class);
            known.set("pixels", JSON.valueToTree(redirect ? Firing.leads(pixels) : Firing.views(pixels)));
            if (redirect) {
                known.put("referrer", ReferrerRule.ORIGIN.name());
                known.put("oncePerVisit", false);
            }
        }
        return page;
    }

    /** Up to version 2 a form said of each known field whether it asks for it, and listed its own ones apart. */
    private static JsonNode fieldsListed(JsonNode tree) {
        if (tree instanceof ObjectNode form && form.path("kind").asString("").equals("form")) {
            Map<String, FormField> fields = new LinkedHashMap<>();
            asked(fields, form.remove("firstName"), Asked.FIRST_NAME);
            asked(fields, form.remove("lastName"), Asked.LAST_NAME);
            asked(fields, form.remove("phone"), Asked.PHONE);
            asked(fields, form.remove("order"), Asked.ORDER);
            JsonNode own = form.remove("own");
            if (own != null) {
                own.valueStream()
                        .map(label -> label.asString().replace("*", ""))
                        .filter(label -> !label.isBlank())
                        .map(FormField::of)
                        .forEach(field -> fields.putIfAbsent(field.key(), field));
            }
            form.set("fields", JSON.valueToTree(fields.values()));
        }
        tree.forEach(DocumentJson::fieldsListed);
        return tree;
    }

    private static void asked(Map<String, FormField> fields, @Nullable JsonNode ask, Asked asked) {
        String how = ask == null ? "NO" : ask.asString();
        if (!how.equals("NO")) {
            FormField field = new FormField(asked, asked.words(), how.equals("REQUIRED"));
            fields.put(field.key(), field);
        }
    }

    private static Block media(JsonNode block) {
        String name = block.path("media").asString();
        String description = block.path("description").asString();
        return name.endsWith(".mp4") || name.endsWith(".webm")
                ? new Block.Video(name, "", "", description, false, true, false)
                : new Block.Picture(name, description, false);
    }
}
