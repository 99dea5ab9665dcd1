package dev.wilyferret.core.page;

import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;

/**
 * What is said about a page rather than on it.
 *
 * @param title in the browser's title bar and in search results; at most 120 characters
 * @param description for search results and shared links; at most 300 characters
 * @param sharePicture a picture of the shelf for shared links; empty for none
 * @param icon a picture of the shelf for the browser's tab; empty for none
 * @param language a BCP 47 tag
 * @param indexed whether search engines are let in
 * @param consent whether pixels wait until the visitor agrees
 * @param headCode HTML at the end of the head, at most 10,000 characters
 * @param endCode HTML at the end of the body, at most 10,000 characters
 */
public record PageSettings(
        String title,
        String description,
        String sharePicture,
        String icon,
        String language,
        boolean indexed,
        boolean consent,
        String headCode,
        String endCode) {

    public PageSettings {
        title = PlainText.optionalLine("public title", title, 120);
        description = PlainText.optionalLine("description", description, 300);
        language = language.strip();
        if (language.length() > 35 || !language.matches("[a-z]{2,3}(-[A-Za-z0-9]{2,8})*")) {
            throw new Refusal("“%s” is not a language tag. Write for example en, de or pt-BR."
                    .formatted(PlainText.cut(language, 20)));
        }
        headCode = PlainText.lines("code for the head", headCode.replace("\t", "  "), 10_000);
        endCode = PlainText.lines("code for the end", endCode.replace("\t", "  "), 10_000);
    }

    public static PageSettings titled(String title) {
        return new PageSettings(title, "", "", "", "en", true, false, "", "");
    }

    /** Whether it brings code of its owner's own. */
    public boolean ownCode() {
        return !headCode.isEmpty() || !endCode.isEmpty();
    }
}
