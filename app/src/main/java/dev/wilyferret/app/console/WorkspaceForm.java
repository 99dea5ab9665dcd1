package dev.wilyferret.app.console;

import dev.wilyferret.app.forms.Blank;
import dev.wilyferret.app.forms.Blank.Field;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.app.workspace.Workspace;
import dev.wilyferret.app.workspace.Workspace.FileLimits;
import dev.wilyferret.app.workspace.Workspace.Legal;
import dev.wilyferret.core.id.WorkspaceId;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.TimeZones;
import java.time.ZoneId;
import java.util.Currency;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;

/** A workspace's details as a form. */
final class WorkspaceForm {

    private static final Blank<Workspace> BLANK = new Blank<>();
    private static final Field<Workspace, String> NAME =
            BLANK.text("name", Workspace::name, typed -> PlainText.line("name", typed, 100));
    private static final Field<Workspace, Currency> CURRENCY =
            BLANK.text("currency", workspace -> workspace.currency().getCurrencyCode(), WorkspaceForm::currency);
    private static final Field<Workspace, ZoneId> ZONE =
            BLANK.text("zone", workspace -> workspace.zone().getId(), TimeZones::read);
    private static final Field<Workspace, String> LEGAL_NAME =
            legal("legalName", Legal::name, typed -> new Legal(typed, "", "", "", ""));
    private static final Field<Workspace, String> POSTAL_ADDRESS =
            legal("postalAddress", Legal::postalAddress, typed -> new Legal("", typed, "", "", ""));
    private static final Field<Workspace, String> CONTACT =
            legal("contact", Legal::contact, typed -> new Legal("", "", typed, "", ""));
    private static final Field<Workspace, String> PRIVACY =
            legal("privacy", Legal::privacy, typed -> new Legal("", "", "", typed, ""));
    private static final Field<Workspace, String> DISCLAIMER =
            legal("disclaimer", Legal::disclaimer, typed -> new Legal("", "", "", "", typed));
    private static final Field<Workspace, Integer> MOST_PICTURE =
            BLANK.text("mostPictureMb", workspace -> "" + workspace.files().picture(), FileLimits::parse);
    private static final Field<Workspace, Integer> MOST_FILE =
            BLANK.text("mostFileMb", workspace -> "" + workspace.files().other(), FileLimits::parse);

    private WorkspaceForm() {}

    private static Field<Workspace, String> legal(
            String name, Function<Legal, String> part, Function<String, Legal> checked) {
        return BLANK.text(name, workspace -> part.apply(workspace.legal()), typed -> part.apply(checked.apply(typed)));
    }

    static Intake shown(Workspace workspace) {
        return BLANK.shown(workspace);
    }

    static Optional<Workspace> read(Intake form, WorkspaceId id) {
        return BLANK.read(
                form,
                typed -> new Workspace(
                        id,
                        typed.of(NAME),
                        typed.of(CURRENCY),
                        typed.of(ZONE),
                        new Legal(
                                typed.of(LEGAL_NAME),
                                typed.of(POSTAL_ADDRESS),
                                typed.of(CONTACT),
                                typed.of(PRIVACY),
                                typed.of(DISCLAIMER)),
                        new FileLimits(typed.of(MOST_PICTURE), typed.of(MOST_FILE))));
    }

    private static Currency currency(String typed) {
        try {
            return Currency.getInstance(typed.strip().toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new Refusal("That is not a currency code. Use three letters, for example EUR.");
        }
    }
}
