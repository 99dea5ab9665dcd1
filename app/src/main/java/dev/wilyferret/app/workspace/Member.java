package dev.wilyferret.app.workspace;

import dev.wilyferret.core.id.MemberId;
import dev.wilyferret.core.id.WorkspaceId;
import java.util.Collection;
import java.util.List;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/**
 * Somebody signed in.
 *
 * @param oneTime whether they still have to choose a password of their own
 */
public record Member(WorkspaceId workspace, MemberId account, String email, String passwordHash, boolean oneTime)
        implements UserDetails {

    @Override
    public Collection<? extends GrantedAuthority> getAuthorities() {
        return List.of(new SimpleGrantedAuthority(oneTime ? "ONE_TIME" : "OWNER"));
    }

    @Override
    public String getPassword() {
        return passwordHash;
    }

    @Override
    public String getUsername() {
        return email;
    }
}
