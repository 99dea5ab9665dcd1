package dev.wilyferret.app.publicpage;

import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.FormField;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** The fields an opt-in form asks for, and what may be written in them. */
public final class LeadFields {

    /**
     * @param type of the input
     * @param complete what a browser may fill in
     */
    public record LeadField(String name, String label, String type, String complete, boolean required) {
        public boolean own() {
            return name.startsWith(OWN);
        }
    }

    public static final String EMAIL = "email";

    /** The name of the field for an order number. */
    public static final String ORDER = "order";

    private static final String OWN = "own";

    private LeadFields() {}

    public static List<LeadField> of(Block.Form form) {
        List<LeadField> fields = new ArrayList<>();
        int own = 0;
        for (FormField field : form.fields()) {
            fields.add(
                    switch (field.asked()) {
                        case EMAIL -> lead(field, EMAIL, "email", "email");
                        case FIRST_NAME -> lead(field, "first_name", "text", "given-name");
                        case LAST_NAME -> lead(field, "last_name", "text", "family-name");
                        case PHONE -> lead(field, "phone", "tel", "tel");
                        case ORDER -> lead(field, ORDER, "text", "off");
                        case OWN -> lead(field, OWN + ++own, "text", "off");
                    });
        }
        return fields;
    }

    private static LeadField lead(FormField field, String name, String type, String complete) {
        return new LeadField(name, field.label(), type, complete, field.required());
    }

    /** What is wrong with what was typed, by field; empty if nothing. */
    public static Map<String, String> findings(Block.Form form, Map<String, String> typed) {
        Map<String, String> findings = new LinkedHashMap<>();
        for (LeadField field : of(form)) {
            String value = typed.getOrDefault(field.name(), "");
            try {
                String text = PlainText.optionalLine(field.label().toLowerCase(Locale.ROOT), value, 300);
                if (field.required() && text.isEmpty()) {
                    findings.put(field.name(), "Please fill this in.");
                } else if (field.name().equals(EMAIL)) {
                    new EmailAddress(text);
                }
            } catch (Refusal refusal) {
                findings.put(field.name(), refusal.getMessage());
            }
        }
        return findings;
    }
}
