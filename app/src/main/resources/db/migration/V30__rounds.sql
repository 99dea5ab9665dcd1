-- Rounds of counting, what changed meanwhile, who decides on the shares, and what is drawn in the middle of a visit.
alter table rotation
  add column goal text not null default 'OFFER',
  -- The smallest difference worth having, and the share that steering leaves each variant, both in percent.
  add column worth int not null default 10,
  add column floor int not null default 10,
  add column sharing text not null default 'BY_HAND',
  add column leader uuid,
  -- Between two changes; numbered through all rounds.
  add column stretch int not null default 1;
alter table rotation
  alter column goal drop default,
  alter column worth drop default,
  alter column floor drop default,
  alter column sharing drop default,
  alter column stretch drop default;

create table rotation_mark (
  workspace_id uuid not null,
  id uuid not null,
  rotation_id uuid not null,
  round int not null,
  stretch int not null,
  at timestamptz not null,
  kind text not null,
  words text not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, rotation_id) references rotation (workspace_id, id)
);
create index rotation_mark_by_rotation on rotation_mark (workspace_id, rotation_id, at);

insert into rotation_mark (workspace_id, id, rotation_id, round, stretch, at, kind, words)
select workspace_id, gen_random_uuid(), id, round, 1, created_at, 'ROUND', 'Counting began.' from rotation;
insert into rotation_mark (workspace_id, id, rotation_id, round, stretch, at, kind, words)
select workspace_id, gen_random_uuid(), id, round, 1, shared_since, 'SHARES', 'Shares were changed.' from rotation
where shared_since > created_at;

-- Variants for those of whom something is so; read from top to bottom, the rest behind them.
create table rotation_branch (
  workspace_id uuid not null,
  id uuid not null,
  rotation_id uuid not null,
  place int not null,
  circumstance text not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, rotation_id) references rotation (workspace_id, id)
);
create index branch_by_rotation on rotation_branch (workspace_id, rotation_id);
create trigger announce after insert or update or delete on rotation_branch for each row execute function announce_site_change();
alter table rotation_variant
  add column branch_id uuid,
  add foreign key (workspace_id, branch_id) references rotation_branch (workspace_id, id);

alter table click rename column rotation_round to stretch;
alter table site_event
  add column rotation_id uuid,
  add column stretch int,
  add column share real,
  add column first_draw boolean;

-- With the columns of click that came since it was made.
drop view standing_click;
create view standing_click as
select
  c.*,
  case
    when r.counts then 'COUNTED'
    when r.counts = false then 'TAKEN_OUT'
    when c.own then 'OWN'
    when c.verdict <> 'COUNTED' then 'FILTERED'
    else 'COUNTED'
  end as standing
from click c
left join click_ruling r on r.workspace_id = c.workspace_id and r.click_id = c.id;

-- Variants are stations of a visit now: those visits are told anew.
insert into visit_work (workspace_id, click_id) select workspace_id, id from click where rotation_id is not null;
