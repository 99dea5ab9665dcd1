package dev.wilyferret.core.offer;

import java.util.Locale;
import java.util.regex.Pattern;

/** What the name of a parameter in an affiliate link, or a value in it, says by the usage of the trade. */
final class PartName {

    private static final Pattern CLICK = Pattern.compile("click(id|ref|code)?\\d{0,2}");
    private static final Pattern SUB_ID = Pattern.compile(
            "(aff|affiliate|partner|pub|my|your|the)?(sub(id|aff|affid|param|pub)?|s(?=\\d)|click(id|ref|code)?|cid|tid|sid|track(ing|er)?(id|code)?)\\d{0,2}");
    private static final Pattern PARTNER = Pattern.compile(
            "(my|your|the)?(a|aff|affid|affiliate|affiliateid|aid|partner|partnerid|pub|pubid|publisher|publisherid|ref|refid|referral|referrer|via|member|memberid)");
    private static final Pattern SAMPLE = Pattern.compile(
            "(my|your|the|insert|enter|add|put|replace|sample|example|test|placeholder|x{2,}|y{2,}|value|here)[a-z0-9]*|[a-z0-9]*(here|sample|placeholder|value)");
    private static final String MARKS = "{}[]<>|*";

    private PartName() {}

    /** A place for something of the affiliate's own, which the network hands back with a sale. */
    static boolean isSubId(String name) {
        return SUB_ID.matcher(bare(name)).matches();
    }

    static boolean isClickId(String name) {
        return CLICK.matcher(bare(name)).matches();
    }

    static boolean isPartnerId(String name) {
        return PARTNER.matcher(bare(name)).matches();
    }

    /** Whether a value only stands in for one to be filled in. */
    static boolean isSample(String value) {
        String bare = bare(value);
        return bare.isEmpty()
                || value.chars().anyMatch(sign -> MARKS.indexOf(sign) >= 0)
                || wrapped(value)
                || isSubId(value)
                || isPartnerId(value) && bare.length() > 2
                || SAMPLE.matcher(bare).matches();
    }

    /** In signs that no value has around it, as in %CLICK% or __SUB__. */
    private static boolean wrapped(String value) {
        return value.length() > 2
                && "%#$_".indexOf(value.charAt(0)) >= 0
                && value.charAt(0) == value.charAt(value.length() - 1);
    }

    private static String bare(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
    }
}
