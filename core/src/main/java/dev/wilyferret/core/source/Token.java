package dev.wilyferret.core.source;

import dev.wilyferret.core.address.Tags;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.regex.Pattern;

/**
 * What a source puts into an address itself when somebody follows it.
 *
 * @param parameter the name it is passed under
 * @param token what the source looks for and puts the real value in the place of; at most 100 characters, none that ends a parameter
 * @param sample a value as it may come
 */
public record Token(String parameter, String token, String sample) {

    private static final Pattern STANDS = Pattern.compile("[^\\s&#\"'<>\\\\]{1,100}");

    /** @throws Refusal if one of them is wrong */
    public Token {
        parameter = Tags.ownName(parameter.strip());
        token = token.strip();
        if (!STANDS.matcher(token).matches()) {
            throw new Refusal(
                    "The token \"%s\" for %s cannot stand in an address. Write it as the source gives it, without blanks, & or #, for example {keyword}."
                            .formatted(PlainText.cut(token, 40), parameter));
        }
        sample = PlainText.optionalLine("sample of " + parameter, sample, 100);
    }
}
