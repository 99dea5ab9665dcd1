-- Tags and headers of a click become lines of text: of the link's tags at that moment source, medium, campaign, term and
-- content, a line each, empty without a link; of the headers that have no column of their own a line each, its name, a colon,
-- what it says. For a while version 10 made them so; such databases keep what they have.
drop view standing_click;

do $$
begin
  if (select data_type from information_schema.columns
      where table_schema = current_schema() and table_name = 'click' and column_name = 'tags') = 'jsonb' then
    alter table click
      alter column tags type text using case when jsonb_typeof(tags) = 'object' then
        concat_ws(chr(10),
          coalesce(tags ->> 'source', ''), coalesce(tags ->> 'medium', ''), coalesce(tags ->> 'campaign', ''),
          coalesce(tags ->> 'term', ''), coalesce(tags ->> 'content', ''))
        else '' end,
      alter column tags set default '',
      alter column tags set not null,
      alter column headers drop default,
      alter column headers type text using concat(
        'Sec-CH-UA: ' || nullif(headers #>> '{hints,brands}', '') || chr(10),
        'Sec-CH-UA-Mobile: ' || nullif(headers #>> '{hints,mobile}', '') || chr(10),
        'Sec-CH-UA-Platform: ' || nullif(headers #>> '{hints,platform}', '') || chr(10),
        'Sec-Fetch-Site: ' || nullif(headers #>> '{fetch,site}', '') || chr(10),
        'Sec-Fetch-Mode: ' || nullif(headers #>> '{fetch,mode}', '') || chr(10),
        'Sec-Fetch-Dest: ' || nullif(headers #>> '{fetch,destination}', '') || chr(10),
        'Sec-Fetch-User: ' || nullif(headers #>> '{fetch,user}', '') || chr(10),
        'HTTP: ' || nullif(headers ->> 'http', '') || chr(10)),
      alter column headers set default '';
  end if;
end $$;

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
