package dev.wilyferret.app.workspace;

import dev.wilyferret.core.id.WorkspaceId;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.ZoneId;
import java.util.Currency;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
@DynamicUpdate
@Table(name = "workspace")
class WorkspaceRow {

    @Id
    UUID id;

    String name;

    @JdbcTypeCode(SqlTypes.CHAR)
    @Column(length = 3)
    String currency;

    String zone;

    @Column(name = "signing_key")
    byte[] signingKey;

    /** What erased addresses are hashed with; it never changes. */
    @Column(name = "erasure_key")
    byte[] erasureKey;

    @Column(name = "legal_name")
    String legalName = "";

    @Column(name = "postal_address")
    String postalAddress = "";

    String contact = "";
    String privacy = "";
    String disclaimer = "";

    @Column(name = "most_picture_mb")
    int mostPictureMb = Workspace.FileLimits.DEFAULT.picture();

    @Column(name = "most_file_mb")
    int mostFileMb = Workspace.FileLimits.DEFAULT.other();

    protected WorkspaceRow() {}

    WorkspaceRow(UUID id, String name, String currency, String zone, byte[] signingKey, byte[] erasureKey) {
        this.id = id;
        this.name = name;
        this.currency = currency;
        this.zone = zone;
        this.signingKey = signingKey;
        this.erasureKey = erasureKey;
    }

    Workspace toWorkspace() {
        return new Workspace(
                new WorkspaceId(id),
                name,
                Currency.getInstance(currency),
                ZoneId.of(zone),
                new Workspace.Legal(legalName, postalAddress, contact, privacy, disclaimer),
                new Workspace.FileLimits(mostPictureMb, mostFileMb));
    }
}
