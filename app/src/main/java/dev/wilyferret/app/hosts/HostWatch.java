package dev.wilyferret.app.hosts;

import dev.wilyferret.app.storage.EachByItself;
import dev.wilyferret.core.text.Fault;
import dev.wilyferret.core.text.Refusal;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Looks at hosts by itself: at those that wait, and whether those at work still lead here. */
@Component
class HostWatch {

    private static final Logger LOG = LoggerFactory.getLogger(HostWatch.class);

    private final Hosts hosts;

    HostWatch(Hosts hosts) {
        this.hosts = hosts;
    }

    @Scheduled(fixedDelay = 20, timeUnit = TimeUnit.SECONDS)
    void turn() {
        try {
            EachByItself.each(hosts.due(), this::look);
        } catch (RuntimeException e) {
            LOG.warn("Hosts could not be looked at; it is tried again in 20 seconds: {}", Fault.of(e));
        }
    }

    private void look(Host host) {
        try {
            hosts.look(host.workspace(), host.name());
        } catch (Refusal anothers) {
            LOG.info("A host of workspace {} is at work for another one", host.workspace());
        }
    }
}
