package dev.wilyferret.app.workspace;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import java.time.Duration;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** Slows down guessing: few failed sign-ins per account, some more per network address; both refill over minutes. */
@Component
class SignInThrottle {

    private final LoadingCache<String, Bucket> byAccount = buckets(5, Duration.ofMinutes(5));
    private final LoadingCache<String, Bucket> byAddress = buckets(20, Duration.ofMinutes(5));

    private static LoadingCache<String, Bucket> buckets(int tries, Duration refill) {
        return Caffeine.newBuilder()
                .maximumSize(100_000)
                .expireAfterAccess(refill.multipliedBy(2))
                .build(key -> Bucket.builder()
                        .addLimit(limit -> limit.capacity(tries).refillGreedy(tries, refill))
                        .build());
    }

    boolean allows(String account, String address) {
        return account(account).getAvailableTokens() > 0
                && byAddress.get(address).getAvailableTokens() > 0;
    }

    void failed(String account, String address) {
        account(account).tryConsume(1);
        byAddress.get(address).tryConsume(1);
    }

    void succeeded(String account) {
        account(account).reset();
    }

    private Bucket account(String account) {
        return byAccount.get(account.strip().toLowerCase(Locale.ROOT));
    }
}
