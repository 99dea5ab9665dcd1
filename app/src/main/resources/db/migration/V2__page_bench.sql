-- Pages are made of blocks now; a bridge page is one of many kinds of content page.
update page set kind = 'CONTENT' where kind = 'BRIDGE';

-- The starting design a page was made from, so that designs can be told by how their pages did.
alter table page add column design text not null default '';

-- Where the draft stands among its kept steps.
alter table page add column step int not null default 0;

-- The states a draft went through, so that edits can be undone and done again.
create table page_step (
  workspace_id uuid not null,
  page_id uuid not null,
  step int not null,
  document jsonb not null,
  what text not null,
  made_at timestamptz not null,
  primary key (workspace_id, page_id, step),
  foreign key (workspace_id, page_id) references page (workspace_id, id)
);

-- What the live page showed before scrolling, as measured in a browser.
create table page_fold (
  workspace_id uuid not null,
  page_id uuid not null,
  revision int not null,
  facts jsonb not null,
  primary key (workspace_id, page_id),
  foreign key (workspace_id, page_id) references page (workspace_id, id)
);

-- A visitor may be sent to another offer than the promotion's own.
alter table site_event add column offer_id uuid;

-- Who left an address, with what was known of the visit; the same address again is the same lead.
create table lead (
  workspace_id uuid not null,
  id uuid not null,
  promotion_id uuid not null,
  page_id uuid not null,
  click_id uuid not null,
  email text not null,
  answers jsonb not null,
  consent text not null,
  suspect text not null,
  at timestamptz not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, page_id) references page (workspace_id, id)
);
create unique index lead_once on lead (workspace_id, promotion_id, lower(email));
create index lead_by_promotion on lead (workspace_id, promotion_id, at);

-- Pictures carry their description with them; smaller copies of a picture are named after it.
alter table media add column description text not null default '';
alter table media add column widths text not null default '';
