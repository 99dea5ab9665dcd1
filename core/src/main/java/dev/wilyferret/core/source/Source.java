package dev.wilyferret.core.source;

import dev.wilyferret.core.address.Query;
import dev.wilyferret.core.text.PlainText;
import dev.wilyferret.core.text.Refusal;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * A place that traffic comes from.
 *
 * @param name as its owner calls it
 * @param tag what links to it say as their source
 * @param medium what they say as their medium
 * @param tokens what it fills in itself, at most 20, each parameter once
 */
public record Source(String name, String tag, String medium, List<Token> tokens, Cost cost) {

    private static final int MOST = 20;

    /** @throws Refusal if one of them is wrong */
    public Source {
        name = PlainText.line("name", name, 100);
        tag = PlainText.line("source tag", tag, 100);
        medium = PlainText.line("medium", medium, 100);
        tokens = List.copyOf(tokens);
        if (tokens.size() > MOST) {
            throw new Refusal("There are %d tokens; at most %d fit. Take some out.".formatted(tokens.size(), MOST));
        }
        Set<String> seen = new java.util.HashSet<>();
        tokens.stream()
                .map(Token::parameter)
                .filter(parameter -> !seen.add(parameter))
                .findFirst()
                .ifPresent(twice -> {
                    throw new Refusal(
                            "Two tokens are passed as %s. Give one of them another parameter.".formatted(twice));
                });
    }

    /** The parameters it fills. */
    public Set<String> parameters() {
        return tokens.stream().map(Token::parameter).collect(Collectors.toUnmodifiableSet());
    }

    /**
     * A link's address as it is given to the source, with the tokens as it looks for them.
     *
     * @param address without a query
     */
    public String handedOut(String address) {
        return with(address, Token::token);
    }

    /** The address as it may come back, with samples for tokens. */
    public String sample(String address) {
        return with(address, token -> Query.encode(token.sample()));
    }

    private String with(String address, Function<Token, String> value) {
        return tokens.isEmpty()
                ? address
                : tokens.stream()
                        .map(token -> token.parameter() + "=" + value.apply(token))
                        .collect(Collectors.joining("&", address + "?", ""));
    }
}
