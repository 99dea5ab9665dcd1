-- What an offer takes in a day of its network, and whether its address answers.
alter table offer
  -- 0 for no cap.
  add column cap_most int not null default 0,
  add column cap_counted text not null default 'CLICKS',
  add column watched boolean not null default false,
  -- The network's day on which the cap was reached last.
  add column full_on date,
  add column failing_since timestamptz,
  add column failing_why text not null default '';
alter table offer
  alter column cap_most drop default,
  alter column cap_counted drop default,
  alter column watched drop default,
  alter column failing_why drop default;

alter table network add column zone text;
update network n set zone = w.zone from workspace w where w.id = n.workspace_id;
alter table network alter column zone set not null;
