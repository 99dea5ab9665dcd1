package dev.wilyferret.app.hosts;

import java.util.Collections;
import java.util.HashSet;
import java.util.Hashtable;
import java.util.Set;
import javax.naming.Context;
import javax.naming.NamingException;
import javax.naming.directory.Attribute;
import javax.naming.directory.DirContext;
import javax.naming.directory.InitialDirContext;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/** Asks the resolver that the system is set to. */
@Component
class ResolvedTxtRecords implements TxtRecords {

    private static final String MILLIS = "2000";
    private static final String TRIES = "2";
    private static final String TYPE = "TXT";

    private final String server;

    @Autowired
    ResolvedTxtRecords() {
        this("dns:");
    }

    /** @param server as {@code dns://host:port}; without both, the system's */
    ResolvedTxtRecords(String server) {
        this.server = server;
    }

    @Override
    public Set<String> of(String name) {
        Hashtable<String, String> settings = new Hashtable<>();
        settings.put(Context.INITIAL_CONTEXT_FACTORY, "com.sun.jndi.dns.DnsContextFactory");
        settings.put(Context.PROVIDER_URL, server);
        settings.put("com.sun.jndi.dns.timeout.initial", MILLIS);
        settings.put("com.sun.jndi.dns.timeout.retries", TRIES);
        try {
            DirContext dns = new InitialDirContext(settings);
            try {
                Attribute records = dns.getAttributes(name, new String[] {TYPE}).get(TYPE);
                Set<String> texts = new HashSet<>();
                for (Object text : records == null ? Collections.emptyList() : Collections.list(records.getAll())) {
                    texts.add(String.valueOf(text).replace("\"", "").strip());
                }
                return texts;
            } finally {
                dns.close();
            }
        } catch (NamingException nothingThere) {
            return Set.of();
        }
    }
}
