-- What a form sent in the name of somebody confirmed waits here until they confirm once more.
alter table lead add column aside jsonb;
