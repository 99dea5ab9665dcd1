-- Clicks over 90 days in six promotions, with 2.2 events each, opt-ins and sales; {clicks} is how many.
insert into promotion (workspace_id, id, offer_id, name, slug, created_at)
select p.workspace_id, gen_random_uuid(), p.offer_id, 'Filled ' || n, 'filled-' || n, now()
from (select * from promotion order by created_at limit 1) p, generate_series(1, 6 - (select least(6, count(*))::int from promotion)) n;

select ensure_month_partition(parent, now() - n * interval '15 days') from generate_series(0, 7) n, unnest(array['click', 'site_event']) parent;

create unlogged table filled as
select
  i,
  at,
  (lpad(to_hex((extract(epoch from at) * 1000)::bigint), 12, '0') || '7' || substr(md5('a' || i), 1, 3) || '8'
    || substr(md5('b' || i), 1, 15))::uuid as id,
  ('00000000-0000-4000-8000-' || lpad(to_hex(case when random() < 0.3 then greatest(0, i - (random() * 50000)::int) else i end), 12, '0'))::uuid
    as visitor,
  1 + (random() * random() * 5.99)::int % 6 as promotion
from (
  select i, date_trunc('milliseconds', now() - interval '90 days' + (i - 1) * (interval '90 days' / {clicks}) - interval '2 seconds') as at
  from generate_series(1, {clicks}) i) t;

create temporary table places as
select row_number() over (order by p.created_at, p.id) as n, p.workspace_id, p.id as promotion, p.offer_id,
  coalesce((select g.id from page g where g.promotion_id = p.id and g.landing), (select id from page where kind = 'CONTENT' limit 1)) as landing,
  coalesce((select g.id from page g where g.promotion_id = p.id and g.kind = 'REDIRECT' limit 1), (select id from page where kind = 'REDIRECT' limit 1)) as redirect,
  (select id from link l where l.promotion_id = p.id limit 1) as link
from (select * from promotion order by created_at, id limit 6) p;

-- Visitors of the link of the busiest promotion are shared out between two variants.
insert into rotation (workspace_id, id, promotion_id, behind, in_turn, seed, round, stretch, shared_since, created_at, goal, worth, floor, sharing)
select workspace_id, '00000000-0000-7000-8000-0000000000aa', promotion, 'link ' || link, false, 1, 1, 1, now(), now() - interval '90 days',
  'OFFER', 10, 10, 'BY_HAND' from places where n = 2;
insert into rotation_mark (workspace_id, id, rotation_id, round, stretch, at, kind, words)
select workspace_id, gen_random_uuid(), '00000000-0000-7000-8000-0000000000aa', 1, 1, now() - interval '90 days', 'ROUND', 'Counting began.'
from places where n = 2;
insert into rotation_variant (workspace_id, id, rotation_id, name, note, leads_to, weight, state, place)
select workspace_id, ('00000000-0000-7000-8000-0000000000b' || v)::uuid, '00000000-0000-7000-8000-0000000000aa', 'Variant ' || v, '',
  'page ' || landing, 1, 'ACTIVE', v from places, generate_series(1, 2) v where n = 2;

insert into click (workspace_id, id, at, promotion_id, visitor_id, link_id, own, verdict, verdict_sign, address, user_agent,
  referrer, language, query, tags, network, country, device, headers, browser, rotation_id, variant_id, stretch, share, first_draw)
select p.workspace_id, f.id, f.at, p.promotion, f.visitor, p.link, f.i % 500 = 0,
  case when f.i % 11 = 0 then 'DECLARED_CRAWLER' else 'COUNTED' end, '', '192.0.2.1',
  'Mozilla/5.0 (Linux; Android 15; K) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/' || (140 + f.i % 8) || '.0.0.0 Mobile Safari/537.36',
  'https://plumage.test/', 'de-AT,de;q=0.9', 'utm_source=plumage&ad=' || f.i % 40,
  'plumage' || f.i % 6 || E'\npaid-social\nspring\n\nvideo-' || f.i % 4, '192.0.2.0/24',
  (array['AT','DE','CH','GB','US','FR','IT','ES','PT','NL','BE','LU','DK','SE','NO','FI','PL','CZ','SK','HU','SI','HR','RO','BG',
    'GR','IE','CA','AU','NZ','JP','KR','IN','BR','MX','AR','CL','ZA','EG','TR','IL'])[1 + (f.i::bigint * 7919 % 40)::int],
  (array['PHONE','COMPUTER','TABLET'])[1 + f.i % 3], '', '',
  case when p.n = 2 then '00000000-0000-7000-8000-0000000000aa'::uuid end,
  case when p.n = 2 then ('00000000-0000-7000-8000-0000000000b' || 1 + ('x' || right(f.visitor::text, 4))::bit(16)::int % 2)::uuid end,
  case when p.n = 2 then 1 end, case when p.n = 2 then 0.5 end,
  case when p.n = 2 then f.visitor::text like '%-' || lpad(to_hex(f.i), 12, '0') and f.i % 11 > 0 and f.i % 500 > 0 end
from filled f join places p on p.n = f.promotion;

insert into site_event (workspace_id, id, at, promotion_id, click_id, visitor_id, page_id, kind, pixel_id, pixel_event, pixel_answer, took_ms)
select p.workspace_id,
  (lpad(to_hex((extract(epoch from f.at) * 1000)::bigint + e.later), 12, '0') || '7' || substr(md5('e' || e.kind || f.i), 1, 3) || '8'
    || substr(md5('f' || e.kind || e.later || f.i), 1, 15))::uuid,
  f.at + e.later * interval '1 millisecond', p.promotion, f.id, f.visitor, case when e.later = 10 then p.landing else p.redirect end, e.kind,
  case when e.kind = 'PIXEL_FIRED' then (select id from pixel_account limit 1) end,
  case when e.kind = 'PIXEL_FIRED' then 'LEAD' end, case when e.kind = 'PIXEL_FIRED' then 'ANSWERED' end,
  case when e.kind = 'PIXEL_FIRED' then 200 end
from filled f join places p on p.n = f.promotion
join (values (10, 'PAGE_VIEW', 10), (9000, 'PAGE_VIEW', 5), (9200, 'PIXEL_FIRED', 3), (9500, 'WENT_ON', 4)) e (later, kind, often)
  on f.i % 10 < e.often;

insert into sale (workspace_id, id, network_id, order_ref, click_id, promotion_id, offer_id, state, commission_minor, refunded_minor, order_minor,
  sold_at, item, kind, product)
select p.workspace_id, gen_random_uuid(), (select id from network limit 1), 'B-' || f.i, f.id, p.promotion, p.offer_id, 'APPROVED', 2750,
  case when f.i % 4000 = 3 then 1000 else 0 end, 8900, f.at + interval '1 day', '', 'FIRST', ''
from filled f join places p on p.n = f.promotion where f.i % 200 = 3;

insert into lead (workspace_id, id, promotion_id, page_id, click_id, email, answers, consent, suspect, source, medium, campaign, country, at)
select p.workspace_id, gen_random_uuid(), p.promotion, p.landing, f.id, 'b' || f.i || '@b.example', '{}', '', '', '', '', '', '', f.at + interval '4 seconds'
from filled f join places p on p.n = f.promotion where f.i % 30 = 4;

analyze;
