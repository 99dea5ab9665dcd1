-- A host and path belong to one workspace for ever. Where several have handed the same out already, the one whose promotion or link was
-- made first keeps it; for the others it is lost, and their console says so.
alter table public_place add column lost boolean not null default false;

update public_place place set lost = true
from (
  select workspace_id, host, path, row_number() over (partition by host, path order by made, workspace_id) as nth
  from (
    select one.workspace_id, one.host, one.path, coalesce(promotion.created_at, link.created_at) as made
    from public_place one
    left join promotion on promotion.workspace_id = one.workspace_id and promotion.id = one.promotion_id
    left join link on link.workspace_id = one.workspace_id and link.id = one.link_id
  ) dated
) standing
where standing.nth > 1
  and (place.workspace_id, place.host, place.path) = (standing.workspace_id, standing.host, standing.path);

drop index public_place_shared;
create unique index public_place_of_one on public_place (host, path) where not lost;

-- When its name's owner last showed that a host which another workspace had is this one's now.
alter table own_host add column proven_at timestamptz;
