-- An order can have several items, and an item be paid more than once; each is a sale of its own.
alter table sale add column item text not null default '';
alter table sale add column kind text not null default 'FIRST';
alter table sale add column product text not null default '';
alter table sale alter column item drop default;
alter table sale alter column kind drop default;
alter table sale alter column product drop default;
alter table sale drop constraint sale_workspace_id_network_id_order_ref_key;
alter table sale add constraint sale_of_order unique (workspace_id, network_id, order_ref, item, kind);

-- What a postback said beside that, all of it as it came, and the click that somebody gave it by hand.
alter table postback
  add column item text not null default '',
  add column kind text not null default '',
  add column event text not null default '',
  add column currency text not null default '',
  add column product text not null default '',
  add column sent text not null default '',
  add column matched_click uuid;
alter table postback
  alter column item drop default,
  alter column kind drop default,
  alter column event drop default,
  alter column currency drop default,
  alter column product drop default,
  alter column sent drop default;

-- How a network writes its postbacks.
alter table network
  add column postback_names text not null default '',
  add column postback_words text not null default '',
  add column without_order boolean not null default false,
  add column signed boolean not null default false;
alter table network
  alter column postback_names drop default,
  alter column postback_words drop default,
  alter column without_order drop default,
  alter column signed drop default;
