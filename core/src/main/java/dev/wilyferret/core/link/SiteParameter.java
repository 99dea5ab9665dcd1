package dev.wilyferret.core.link;

/** The parameters that the site puts on addresses of pages elsewhere; no tag of somebody's own is called so. */
public final class SiteParameter {

    /** Carries a visit along where no cookie reaches. */
    public static final String VISIT = "wf_visit";

    /** The id, in its short form, of the tracking link that an address without a redirect belongs to. */
    public static final String LINK = "wf_link";

    private SiteParameter() {}
}
