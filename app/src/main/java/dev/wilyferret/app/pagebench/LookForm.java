package dev.wilyferret.app.pagebench;

import dev.wilyferret.app.forms.Intake;
import dev.wilyferret.core.color.Palette;
import dev.wilyferret.core.color.Rgb;
import dev.wilyferret.core.page.Look;
import java.util.List;
import java.util.Optional;
import org.springframework.util.LinkedMultiValueMap;

/** A page's look as a form. */
final class LookForm {

    private LookForm() {}

    static Intake shown(Look look) {
        LinkedMultiValueMap<String, String> values = new LinkedMultiValueMap<>();
        values.add("paper", look.palette().paper().hex());
        values.add("panel", look.palette().panel().hex());
        values.add("ink", look.palette().ink().hex());
        values.add("quiet", look.palette().quiet().hex());
        values.add("accent", look.palette().accent().hex());
        values.add("type", look.type().name());
        values.add("corners", look.corners().name());
        values.add("buttons", look.buttons().name());
        values.add("width", look.width().name());
        values.add("spacing", look.spacing().name());
        values.add("columns", look.columns().name());
        return Intake.of(values);
    }

    /** The look the form now says, or empty with messages at the fields. */
    static Optional<Look> read(Intake form, Look old) {
        Optional<Rgb> paper = form.take("paper", Rgb::parse);
        Optional<Rgb> panel = form.take("panel", Rgb::parse);
        Optional<Rgb> ink = form.take("ink", Rgb::parse);
        Optional<Rgb> quiet = form.take("quiet", Rgb::parse);
        Optional<Rgb> accent = form.take("accent", Rgb::parse);
        if (!form.clean()) {
            return Optional.empty();
        }
        Palette palette = new Palette(
                paper.orElseThrow(), panel.orElseThrow(), ink.orElseThrow(), quiet.orElseThrow(), accent.orElseThrow());
        return Optional.of(new Look(
                palette,
                chosen(form, "type", Look.Pairing.values(), old.type()),
                chosen(form, "corners", Look.Corners.values(), old.corners()),
                chosen(form, "buttons", Look.Buttons.values(), old.buttons()),
                chosen(form, "width", Look.Width.values(), old.width()),
                chosen(form, "spacing", Look.Spacing.values(), old.spacing()),
                chosen(form, "columns", Look.Columns.values(), old.columns())));
    }

    private static <E extends Enum<E>> E chosen(Intake form, String field, E[] all, E old) {
        return List.of(all).stream()
                .filter(one -> one.name().equals(form.value(field)))
                .findFirst()
                .orElse(old);
    }
}
