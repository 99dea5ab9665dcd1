-- A link that leads straight to an offer, or to a stored address elsewhere, leaves no page.
alter table site_event alter column page_id drop not null;
