package dev.wilyferret.app.storage;

import com.zaxxer.hikari.HikariDataSource;
import java.time.Duration;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import javax.sql.DataSource;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.properties.bind.Bindable;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.jdbc.autoconfigure.DataSourceProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.env.Environment;
import org.springframework.jdbc.datasource.lookup.AbstractRoutingDataSource;

/** The connections to the database, a pool for each {@link Lane}. */
@Configuration
class Pools {

    @Bean
    DataSource dataSource(DataSourceProperties properties, Environment environment) {
        return new Routed(properties, environment);
    }

    private static final class Routed extends AbstractRoutingDataSource implements DisposableBean {

        private final Map<Lane, HikariDataSource> pools = new EnumMap<>(Lane.class);

        Routed(DataSourceProperties properties, Environment environment) {
            for (Lane lane : Lane.values()) {
                HikariDataSource pool = properties
                        .initializeDataSourceBuilder()
                        .type(HikariDataSource.class)
                        .build();
                Binder.get(environment).bind("spring.datasource.hikari", Bindable.ofInstance(pool));
                pool.setPoolName(lane.name());
                pool.setMaximumPoolSize(lane.connections());
                pool.setMinimumIdle(2);
                pool.setIdleTimeout(Duration.ofMinutes(5).toMillis());
                pools.put(lane, pool);
            }
            setTargetDataSources(new HashMap<>(pools));
            afterPropertiesSet();
        }

        @Override
        protected Object determineCurrentLookupKey() {
            return Lane.present();
        }

        @Override
        public void destroy() {
            pools.values().forEach(HikariDataSource::close);
        }
    }
}
