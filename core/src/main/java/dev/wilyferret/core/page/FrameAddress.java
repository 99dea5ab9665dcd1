package dev.wilyferret.core.page;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.text.Refusal;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Takes the one thing needed out of what a video host gives to paste: the https address of the player's frame. */
final class FrameAddress {

    private static final Pattern SOURCE =
            Pattern.compile("<iframe\\b[^>]*?\\bsrc\\s*=\\s*[\"']?([^\"'\\s>]+)", Pattern.CASE_INSENSITIVE);

    private FrameAddress() {}

    /**
     * @param typed an address, or code with a frame in it; empty for none
     * @throws Refusal if there is no https address in it
     */
    static String taken(String typed) {
        String text = typed.strip();
        if (text.isEmpty()) {
            return "";
        }
        if (text.startsWith("<")) {
            Matcher found = SOURCE.matcher(text);
            if (!found.find()) {
                throw new Refusal(
                        "That code holds no frame with an address. Paste the host's embed code, or only the player's https address.");
            }
            text = found.group(1).replace("&amp;", "&");
            text = text.startsWith("//") ? "https:" + text : text;
        }
        String address = new WebAddress(text).text();
        if (!address.startsWith("https://")) {
            throw new Refusal("The player's address is not secure. Use the one that starts with https://.");
        }
        return address;
    }
}
