-- The file that a page handed out, by its name on the shelf.
alter table site_event add column file text;

-- All clicks of a visitor: for their walk, and for those who are erased.
create index click_by_visitor on click (workspace_id, visitor_id, at);
