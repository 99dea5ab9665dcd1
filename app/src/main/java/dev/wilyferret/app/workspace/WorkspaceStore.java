package dev.wilyferret.app.workspace;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface WorkspaceStore extends JpaRepository<WorkspaceRow, UUID> {}
