-- Variants behind one address, which share its new visitors. Behind: "link" and its id, as long as there is nothing else.
create table rotation (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  promotion_id uuid not null,
  behind text not null,
  in_turn boolean not null,
  seed bigint not null,
  round int not null,
  -- Turns are counted from here on: when weights or states last changed.
  shared_since timestamptz not null,
  created_at timestamptz not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, promotion_id) references promotion (workspace_id, id)
);
create unique index rotation_behind on rotation (workspace_id, behind);
create index rotation_by_promotion on rotation (workspace_id, promotion_id);
create trigger announce after insert or update or delete on rotation for each row execute function announce_site_change();

create table rotation_variant (
  workspace_id uuid not null,
  id uuid not null,
  rotation_id uuid not null,
  name text not null,
  note text not null,
  leads_to text not null,
  weight int not null,
  state text not null,
  place int not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, rotation_id) references rotation (workspace_id, id)
);
create index variant_by_rotation on rotation_variant (workspace_id, rotation_id);
create trigger announce after insert or update or delete on rotation_variant for each row execute function announce_site_change();

-- What was drawn for a click, with the share at that moment; first where a turn was taken for it.
alter table click
  add column rotation_id uuid,
  add column rotation_round int,
  add column share real,
  add column first_draw boolean;
