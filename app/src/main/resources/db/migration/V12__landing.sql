-- Which page visitors land on who come without a link: until now the oldest page to read.
alter table page add column landing boolean not null default false;

update page set landing = true where (workspace_id, id) in (
  select distinct on (workspace_id, promotion_id) workspace_id, id from page
  where kind = 'CONTENT' order by workspace_id, promotion_id, created_at, id);

alter table page add constraint landing_is_read check (kind = 'CONTENT' or not landing);
create unique index one_landing on page (workspace_id, promotion_id) where landing;
