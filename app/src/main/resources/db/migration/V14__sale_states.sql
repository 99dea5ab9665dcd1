-- A sale is pending, approved, refunded or reversed. What was reported so far counted as approved.
alter table sale add column state text not null default 'APPROVED';
alter table sale alter column state drop default;
alter table sale add column refunded_minor bigint not null default 0;
alter table sale alter column refunded_minor drop default;

-- Everything that was said of a sale, in its order; the first begins it.
create table sale_change (
  workspace_id uuid not null,
  sale_id uuid not null,
  number int not null,
  state text not null,
  amount_minor bigint not null,
  at timestamptz not null,
  by_hand boolean not null,
  primary key (workspace_id, sale_id, number),
  foreign key (workspace_id, sale_id) references sale (workspace_id, id)
);
insert into sale_change (workspace_id, sale_id, number, state, amount_minor, at, by_hand)
  select workspace_id, id, 1, 'APPROVED', commission_minor, sold_at, false from sale;

alter table postback add column status text not null default '';
alter table postback alter column status drop default;
create index postback_by_order on postback (workspace_id, network_id, order_ref);

-- Who came back by mail, and what was handed out, by person.
create index fetched_by_subscriber on fetched (workspace_id, subscriber_id);

-- When a pixel was last answered, and how often of late, without going through all its events.
create index site_event_pixel_answered on site_event (workspace_id, pixel_id, at)
  where pixel_answer in ('ANSWERED', 'ASKED_WITHOUT_SCRIPT');
