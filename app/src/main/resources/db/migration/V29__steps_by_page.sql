-- What was told of a page's steps, without going through all its events.
create index site_event_step on site_event (workspace_id, page_id, at) where step_name is not null;
