package dev.wilyferret.core.pixel;

/** What came of firing a pixel, as the visitor's browser saw it, or that it is the program's to ask. */
public enum PixelAnswer {
    /** The platform answered with its image. */
    ANSWERED,
    /** The platform's own script ran, and what it loaded came; what it told the platform cannot be seen. */
    RAN,
    /** The platform answered with an error, could not be reached, or its script broke off. */
    FAILED,
    /** The page's content policy kept the browser from following the platform's redirect: its account does not name that host. */
    BLOCKED,
    /** The page went on before the platform had answered. */
    NO_ANSWER_IN_TIME,
    /** A browser without script was handed on to the platform's image; its answer cannot be seen. */
    ASKED_WITHOUT_SCRIPT,
    /** Not asked by a browser: the program tells the platform itself, from its queue. */
    LEFT_TO_SERVER
}
