package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.Fields;
import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.color.Palette;
import dev.wilyferret.core.color.Rgb;
import dev.wilyferret.core.page.Look;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;

/** A page's look as a form. */
final class LookForm {

    private static final Fields<Look> FIELDS = new Fields<Look>()
            .text(
                    "paper",
                    hex(Palette::paper),
                    dyed((old, paper) -> new Palette(paper, old.panel(), old.ink(), old.quiet(), old.accent())))
            .text(
                    "panel",
                    hex(Palette::panel),
                    dyed((old, panel) -> new Palette(old.paper(), panel, old.ink(), old.quiet(), old.accent())))
            .text(
                    "ink",
                    hex(Palette::ink),
                    dyed((old, ink) -> new Palette(old.paper(), old.panel(), ink, old.quiet(), old.accent())))
            .text(
                    "quiet",
                    hex(Palette::quiet),
                    dyed((old, quiet) -> new Palette(old.paper(), old.panel(), old.ink(), quiet, old.accent())))
            .text(
                    "accent",
                    hex(Palette::accent),
                    dyed((old, accent) -> new Palette(old.paper(), old.panel(), old.ink(), old.quiet(), accent)))
            .one(
                    "type",
                    Look.Pairing.class,
                    Look::type,
                    (old, type) -> new Look(
                            old.palette(),
                            type,
                            old.corners(),
                            old.buttons(),
                            old.width(),
                            old.spacing(),
                            old.columns()))
            .one(
                    "corners",
                    Look.Corners.class,
                    Look::corners,
                    (old, corners) -> new Look(
                            old.palette(),
                            old.type(),
                            corners,
                            old.buttons(),
                            old.width(),
                            old.spacing(),
                            old.columns()))
            .one(
                    "buttons",
                    Look.Buttons.class,
                    Look::buttons,
                    (old, buttons) -> new Look(
                            old.palette(),
                            old.type(),
                            old.corners(),
                            buttons,
                            old.width(),
                            old.spacing(),
                            old.columns()))
            .one(
                    "width",
                    Look.Width.class,
                    Look::width,
                    (old, width) -> new Look(
                            old.palette(),
                            old.type(),
                            old.corners(),
                            old.buttons(),
                            width,
                            old.spacing(),
                            old.columns()))
            .one(
                    "spacing",
                    Look.Spacing.class,
                    Look::spacing,
                    (old, spacing) -> new Look(
                            old.palette(),
                            old.type(),
                            old.corners(),
                            old.buttons(),
                            old.width(),
                            spacing,
                            old.columns()))
            .one(
                    "columns",
                    Look.Columns.class,
                    Look::columns,
                    (old, columns) -> new Look(
                            old.palette(),
                            old.type(),
                            old.corners(),
                            old.buttons(),
                            old.width(),
                            old.spacing(),
                            columns));

    private LookForm() {}

    static Intake shown(Look look) {
        return FIELDS.shown(look);
    }

    /** The look the form now says, or empty with messages at the fields. */
    static Optional<Look> read(Intake form, Look old) {
        return FIELDS.read(old, form);
    }

    private static Function<Look, String> hex(Function<Palette, Rgb> role) {
        return look -> role.apply(look.palette()).hex();
    }

    private static BiFunction<Look, String, Look> dyed(BiFunction<Palette, Rgb, Palette> role) {
        return (look, typed) -> look.with(role.apply(look.palette(), Rgb.parse(typed)));
    }
}
