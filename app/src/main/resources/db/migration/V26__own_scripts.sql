-- The own code of an ad platform that browsers run instead of asking for an image; empty for none.
alter table pixel_account add column snippet text not null default '';
alter table pixel_account alter column snippet drop default;

-- A platform is reached where its own script ran, too.
drop index site_event_lead_answered;
create index site_event_lead_answered on site_event (workspace_id, promotion_id)
  where pixel_event = 'LEAD' and pixel_answer in ('ANSWERED', 'RAN', 'ASKED_WITHOUT_SCRIPT');
drop index site_event_pixel_answered;
create index site_event_pixel_answered on site_event (workspace_id, pixel_id, at)
  where pixel_answer in ('ANSWERED', 'RAN', 'ASKED_WITHOUT_SCRIPT');
