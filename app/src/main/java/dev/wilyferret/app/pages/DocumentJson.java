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
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.BlockId;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import dev.wilyferret.core.pixel.PixelEvent;
import dev.wilyferret.core.readiness.Fold;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.jsontype.NamedType;

/**
 * The page document as JSON: {@code {"version":1,"page":{"kind":"content",…}}}, described in docs/formats.md. A change to
 * the records that documents of a release do not fit raises the version and reads the older one here.
 */
final class DocumentJson {

    private static final int VERSION = 1;

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
        if (version != VERSION) {
            throw new IllegalStateException(
                    "A page document has version %d; this program reads version %d. Was it written by a newer one?"
                            .formatted(version, VERSION));
        }
        return JSON.treeToValue(tree, Envelope.class).page();
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
}
