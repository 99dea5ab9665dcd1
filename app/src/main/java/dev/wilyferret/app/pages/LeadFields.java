package dev.wilyferret.app.pages;

import dev.wilyferret.core.page.Block;
import dev.wilyferret.core.page.Block.Ask;
import dev.wilyferret.core.people.EmailAddress;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The fields an opt-in form asks for, and what may be written in them. */
public final class LeadFields {

    /**
     * @param type of the input
     * @param complete what a browser may fill in
     */
    public record LeadField(String name, String label, String type, String complete, boolean required) {}

    /** The name of the field for an order number. */
    public static final String ORDER = "order";

    private LeadFields() {}

    public static List<LeadField> of(Block.Form form) {
        List<LeadField> fields = new ArrayList<>();
        fields.add(new LeadField("email", "E-mail address", "email", "email", true));
        ask(fields, form.firstName(), "first_name", "First name", "text", "given-name");
        ask(fields, form.lastName(), "last_name", "Last name", "text", "family-name");
        ask(fields, form.phone(), "phone", "Phone", "tel", "tel");
        ask(fields, form.order(), ORDER, "Order number", "text", "off");
        for (int i = 0; i < form.own().size(); i++) {
            fields.add(new LeadField("own" + (i + 1), form.own().get(i), "text", "off", false));
        }
        return fields;
    }

    private static void ask(List<LeadField> fields, Ask ask, String name, String label, String type, String complete) {
        if (ask != Ask.NO) {
            fields.add(new LeadField(name, label, type, complete, ask == Ask.REQUIRED));
        }
    }

    /** What is wrong with what was typed, by field; empty if nothing. */
    public static Map<String, String> findings(Block.Form form, Map<String, String> typed) {
        Map<String, String> findings = new LinkedHashMap<>();
        for (LeadField field : of(form)) {
            String value = typed.getOrDefault(field.name(), "");
            try {
                String text = PlainText.optionalLine(field.label().toLowerCase(java.util.Locale.ROOT), value, 300);
                if (field.required() && text.isEmpty()) {
                    findings.put(field.name(), "Please fill this in.");
                } else if (field.name().equals("email")) {
                    new EmailAddress(text);
                }
            } catch (Refusal refusal) {
                findings.put(field.name(), refusal.getMessage());
            }
        }
        return findings;
    }
}
