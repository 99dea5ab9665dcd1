package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.Fields;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.page.PageDocument.ContentPage;
import dev.wilyferret.core.page.PageSettings;
import java.util.Optional;

/** A page's settings as a form. */
final class SettingsForm {

    private SettingsForm() {}

    private static Fields<PageSettings> fields(SheetChoices choices) {
        return new Fields<PageSettings>()
                .text("title", PageSettings::title, (old, text) -> said(old, text, old.description(), old.language()))
                .text(
                        "pageDescription",
                        PageSettings::description,
                        (old, text) -> said(old, old.title(), text, old.language()))
                .text(
                        "language",
                        PageSettings::language,
                        (old, text) -> said(old, old.title(), old.description(), text))
                .text(
                        "sharePicture",
                        PageSettings::sharePicture,
                        (old, file) -> set(
                                old,
                                choices.file(file),
                                old.icon(),
                                old.indexed(),
                                old.consent(),
                                old.headCode(),
                                old.endCode()))
                .text(
                        "icon",
                        PageSettings::icon,
                        (old, file) -> set(
                                old,
                                old.sharePicture(),
                                choices.file(file),
                                old.indexed(),
                                old.consent(),
                                old.headCode(),
                                old.endCode()))
                .tick(
                        "indexed",
                        PageSettings::indexed,
                        (old, on) -> set(
                                old, old.sharePicture(), old.icon(), on, old.consent(), old.headCode(), old.endCode()))
                .tick(
                        "consent",
                        PageSettings::consent,
                        (old, on) -> set(
                                old, old.sharePicture(), old.icon(), old.indexed(), on, old.headCode(), old.endCode()))
                .text(
                        "headCode",
                        PageSettings::headCode,
                        (old, html) -> set(
                                old, old.sharePicture(), old.icon(), old.indexed(), old.consent(), html, old.endCode()))
                .text(
                        "endCode",
                        PageSettings::endCode,
                        (old, html) -> set(
                                old,
                                old.sharePicture(),
                                old.icon(),
                                old.indexed(),
                                old.consent(),
                                old.headCode(),
                                html));
    }

    static Intake shown(ContentPage page, SheetChoices choices) {
        Intake form = fields(choices).shown(page.settings());
        BenchDesk.shown(page.pixels(), form);
        return form;
    }

    /** The settings the form now says, or empty with messages at the fields. */
    static Optional<PageSettings> read(ContentPage page, Intake form, SheetChoices choices) {
        return fields(choices).read(page.settings(), form);
    }

    private static PageSettings said(PageSettings old, String title, String description, String language) {
        return new PageSettings(
                title,
                description,
                old.sharePicture(),
                old.icon(),
                language,
                old.indexed(),
                old.consent(),
                old.headCode(),
                old.endCode());
    }

    private static PageSettings set(
            PageSettings old,
            String sharePicture,
            String icon,
            boolean indexed,
            boolean consent,
            String headCode,
            String endCode) {
        return new PageSettings(
                old.title(),
                old.description(),
                sharePicture,
                icon,
                old.language(),
                indexed,
                consent,
                headCode,
                endCode);
    }
}
