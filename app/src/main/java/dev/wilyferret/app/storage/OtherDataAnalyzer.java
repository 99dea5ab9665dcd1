package dev.wilyferret.app.storage;

import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Says why the program did not start on data of another one, in place of a stack trace. */
class OtherDataAnalyzer extends AbstractFailureAnalyzer<Migrations.OtherData> {

    @Override
    protected FailureAnalysis analyze(Throwable rootFailure, Migrations.OtherData cause) {
        return new FailureAnalysis(cause.getMessage(), cause.mend(), cause);
    }
}
