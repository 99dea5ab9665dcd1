package dev.wilyferret.core.text;

/**
 * Bad input, said in words for the person who typed it: what is wrong, where, and how to mend it.
 *
 * <p>Thrown where a value is made, so that an instance that exists is valid. The message is plain text.
 */
public final class Refusal extends RuntimeException {

    private static final long serialVersionUID = 1L;

    public Refusal(String message) {
        super(message);
    }

    @Override
    public String getMessage() {
        String message = super.getMessage();
        return message == null ? "" : message;
    }
}
