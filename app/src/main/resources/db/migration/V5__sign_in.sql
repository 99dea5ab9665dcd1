-- A one-time password ends after three days.
alter table account add column one_time_until timestamptz;
update account set one_time_until = created_at + interval '3 days' where one_time;
