package dev.wilyferret.app.pages;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.NextStep;
import dev.wilyferret.core.page.PageDocument;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * The page document as JSON: {@code {"version":1,"page":{"kind":"content",…}}}. A change to the records that older
 * documents do not fit raises the version and reads the older one here.
 */
final class DocumentJson {

    private static final int VERSION = 1;

    private record Envelope(int version, PageDocument page) {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = PageDocument.ContentPage.class, name = "content"),
        @JsonSubTypes.Type(value = PageDocument.RedirectPage.class, name = "redirect")
    })
    private interface DocumentKinds {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Block.Headline.class, name = "headline"),
        @JsonSubTypes.Type(value = Block.SubHeadline.class, name = "sub-headline"),
        @JsonSubTypes.Type(value = Block.Media.class, name = "media"),
        @JsonSubTypes.Type(value = Block.Benefits.class, name = "benefits"),
        @JsonSubTypes.Type(value = Block.Button.class, name = "button"),
        @JsonSubTypes.Type(value = Block.Disclosure.class, name = "disclosure")
    })
    private interface BlockKinds {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = NextStep.NotChosen.class, name = "not-chosen"),
        @JsonSubTypes.Type(value = NextStep.ToPage.class, name = "to-page"),
        @JsonSubTypes.Type(value = NextStep.ToOffer.class, name = "to-offer")
    })
    private interface NextStepKinds {}

    private static final JsonMapper JSON = JsonMapper.builder()
            .addMixIn(PageDocument.class, DocumentKinds.class)
            .addMixIn(Block.class, BlockKinds.class)
            .addMixIn(NextStep.class, NextStepKinds.class)
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(tools.jackson.databind.SerializationFeature.FAIL_ON_EMPTY_BEANS)
            .build();

    private DocumentJson() {}

    static String write(PageDocument document) {
        return JSON.writeValueAsString(new Envelope(VERSION, document));
    }

    static PageDocument read(String json) {
        Envelope envelope = JSON.readValue(json, Envelope.class);
        if (envelope.version() != VERSION) {
            throw new IllegalStateException(
                    "A page document has version %d; this program reads %d. Was it written by a newer one?"
                            .formatted(envelope.version(), VERSION));
        }
        return envelope.page();
    }
}
