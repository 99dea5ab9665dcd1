-- The stored address elsewhere that a page sent somebody to.
alter table site_event add column elsewhere_id uuid;
