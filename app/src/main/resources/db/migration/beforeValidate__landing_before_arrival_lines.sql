-- For a while versions 11 and 12 stood the other way round, "landing" before "arrival lines". Both did the same work then, so
-- databases made with that order are taken for what they are; the number is the checksum of the file that stands here.
-- If only the first of the two was done before the program ended, it is taken back, and done again in its turn.
do $$
begin
  if to_regclass('flyway_schema_history') is null then
    return;
  end if;
  if not exists (select 1 from flyway_schema_history where version = '11' and description = 'landing') then
    return;
  end if;
  if exists (select 1 from flyway_schema_history where version = '12' and description = 'arrival lines') then
    update flyway_schema_history set version = '12', script = 'V12__landing.sql' where description = 'landing';
    update flyway_schema_history set version = '11', script = 'V11__arrival_lines.sql', checksum = -1647074505
      where description = 'arrival lines';
  else
    alter table page drop column landing;
    delete from flyway_schema_history where description = 'landing';
  end if;
end $$;
