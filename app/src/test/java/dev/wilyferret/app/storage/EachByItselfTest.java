package dev.wilyferret.app.storage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataAccessResourceFailureException;

class EachByItselfTest {

    private static final RuntimeException AWAY = new DataAccessResourceFailureException("The database is gone.");

    private static int half(int number) {
        if (number % 2 > 0) {
            throw new IllegalStateException("There is no half of " + number);
        }
        return number / 2;
    }

    private static int away() {
        throw AWAY;
    }

    @Test
    void oneThatFailsKeepsNoOther() {
        assertThat(EachByItself.readable(Stream.of(2, 3, 4), Object::toString, EachByItselfTest::half))
                .containsExactly(1, 2);
        List<Integer> done = new ArrayList<>();
        EachByItself.each(List.of(2, 3, 4), one -> done.add(half(one)));
        assertThat(done).containsExactly(1, 2);
    }

    @Test
    void aDatabaseThatIsAwayIsNobodysOwnTrouble() {
        assertThatThrownBy(() -> EachByItself.readable(Stream.of(2), Object::toString, one -> away()))
                .isSameAs(AWAY);
        assertThatThrownBy(() -> EachByItself.each(List.of(2), one -> away())).isSameAs(AWAY);
    }
}
