package dev.wilyferret.app.pages;

import org.springframework.data.jpa.repository.JpaRepository;

interface PageVersionStore extends JpaRepository<PageVersionRow, PageVersionRow.Key> {}
