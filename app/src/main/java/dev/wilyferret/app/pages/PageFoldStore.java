package dev.wilyferret.app.pages;

import dev.wilyferret.app.storage.RowKey;
import org.springframework.data.jpa.repository.JpaRepository;

interface PageFoldStore extends JpaRepository<PageFoldRow, RowKey> {}
