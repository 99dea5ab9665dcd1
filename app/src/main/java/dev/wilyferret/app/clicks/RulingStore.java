package dev.wilyferret.app.clicks;

import org.springframework.data.jpa.repository.JpaRepository;

interface RulingStore extends JpaRepository<RulingRow, RulingRow.Key> {}
