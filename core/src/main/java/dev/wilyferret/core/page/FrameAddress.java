package dev.wilyferret.core.page;

import dev.wilyferret.core.address.WebAddress;
import dev.wilyferret.core.text.Refusal;
import dev.wilyferret.core.text.TagAttribute;

/** Takes the one thing needed out of what a video host gives to paste: the https address of the player's frame. */
final class FrameAddress {

    private static final int MOST = 20_000;

    private FrameAddress() {}

    /**
     * @param typed an address, or code with a frame in it, at most 20,000 characters; empty for none
     * @throws Refusal if there is no https address in it
     */
    static String taken(String typed) {
        String text = typed.strip();
        if (text.isEmpty()) {
            return "";
        }
        if (text.length() > MOST) {
            throw new Refusal(
                    "The embed code has %,d characters; at most %,d fit. Paste only the part from <iframe to </iframe>."
                            .formatted(text.length(), MOST));
        }
        if (text.startsWith("<")) {
            text = TagAttribute.first(text, "iframe", "src")
                    .orElseThrow(
                            () -> new Refusal(
                                    "That code holds no frame with an address. Paste the host's embed code, or only the player's https address."));
            text = text.startsWith("//") ? "https:" + text : text;
        }
        String address = new WebAddress(text).text();
        if (!address.startsWith("https://")) {
            throw new Refusal("The player's address is not secure. Use the one that starts with https://.");
        }
        return address;
    }
}
