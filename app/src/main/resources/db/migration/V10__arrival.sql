-- What is known of a request when it comes in is kept whole with its click. Clicks of earlier versions know less of it.
alter table click
  add column tags jsonb,
  add column network text not null default '',
  add column country text not null default '',
  add column device text not null default 'UNKNOWN',
  add column headers jsonb not null default '{}',
  -- Names for the user agent, once that is cut.
  add column browser text not null default '',
  add column variant_id uuid;
alter table site_event add column variant_id uuid;

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

-- How far something has come that goes over the past day by day.
create table pass_over (
  name text primary key,
  done_until timestamptz not null
);
