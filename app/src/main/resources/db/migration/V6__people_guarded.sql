-- What is mailed names a person by a random id, which tells nothing of when they joined; older passes name the row itself.
alter table subscriber add column pass_id uuid not null default gen_random_uuid();
create unique index subscriber_by_pass on subscriber (workspace_id, pass_id);

-- What was typed for somebody who is confirmed waits here until they confirm once more.
alter table subscriber add column aside jsonb;

-- The id a letter shows (its Message-ID) is not the one that opens its links. Letters that are written already keep theirs.
alter table outbox add column open_id uuid not null default gen_random_uuid();
update outbox set open_id = id;
create unique index outbox_by_open_id on outbox (workspace_id, open_id);

-- An order belongs to the first address that claims it, until the owner frees it.
create table order_claim (
  workspace_id uuid not null references workspace (id),
  order_key text not null,
  address_key text not null,
  claimed_at timestamptz not null,
  primary key (workspace_id, order_key)
);
insert into order_claim
select distinct on (workspace_id, lower(order_ref)) workspace_id, lower(order_ref), address_key, joined_at
from subscriber where order_ref <> '' and state <> 'ERASED'
order by workspace_id, lower(order_ref), joined_at;

-- The lists whose people get a bonus; none means those of any list.
alter table bonus add column lists uuid[] not null default '{}';

-- Addresses that were erased, as keyed hashes: enough to keep an import from bringing them back, and nothing else.
create table erased_address (
  workspace_id uuid not null references workspace (id),
  hash text not null,
  erased_at timestamptz not null,
  primary key (workspace_id, hash)
);
alter table workspace add column erasure_key bytea;
update workspace set erasure_key = decode(replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', ''), 'hex');
alter table workspace alter column erasure_key set not null;
