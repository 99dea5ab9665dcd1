package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageSettings;
import java.util.Optional;
import org.springframework.util.LinkedMultiValueMap;

/** A page's settings as a form. */
final class SettingsForm {

    private SettingsForm() {}

    static Intake shown(ContentPage page) {
        PageSettings settings = page.settings();
        LinkedMultiValueMap<String, String> values = new LinkedMultiValueMap<>();
        values.add("title", settings.title());
        values.add("pageDescription", settings.description());
        values.add("sharePicture", settings.sharePicture());
        values.add("icon", settings.icon());
        values.add("language", settings.language());
        values.add("indexed", settings.indexed() ? "on" : "");
        values.add("consent", settings.consent() ? "on" : "");
        values.add("headCode", settings.headCode());
        values.add("endCode", settings.endCode());
        page.pixels().forEach(pixel -> values.add("pixel", pixel.toString()));
        return Intake.of(values);
    }

    /** The settings the form now says, or empty with messages at the fields. */
    static Optional<PageSettings> read(Intake form, SheetAround around) {
        form.take("title", PageSettings::titled);
        form.take("pageDescription", text -> with(text, "en", "", ""));
        form.take("language", text -> with("", text, "", ""));
        form.take("headCode", text -> with("", "en", text, ""));
        form.take("endCode", text -> with("", "en", "", text));
        return form.clean()
                ? Optional.of(new PageSettings(
                        form.value("title"),
                        form.value("pageDescription"),
                        around.file(form.value("sharePicture")),
                        around.file(form.value("icon")),
                        form.value("language"),
                        form.ticked("indexed"),
                        form.ticked("consent"),
                        form.value("headCode"),
                        form.value("endCode")))
                : Optional.empty();
    }

    private static PageSettings with(String description, String language, String head, String end) {
        return new PageSettings("", description, "", "", language, true, false, head, end);
    }
}
