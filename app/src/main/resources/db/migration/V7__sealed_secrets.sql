-- The key that secrets are sealed with, itself sealed with the operator's key, which lies in a file.
create table data_key (
  id int primary key,
  wrapped bytea not null,
  made_at timestamptz not null
);
