-- Databases in use were made with three states of the versions 10 to 12, and are taken for what they are:
-- version 10 as it first landed, which kept tags and headers as JSON; version 12 turns that into lines;
-- version 10 as it stands here;
-- the first one with "arrival lines" as version 11 and "landing" as version 12: what they did stands; arrival lines is done once
-- more under its own number, and finds nothing left to do.
do $$
begin
  if to_regclass('flyway_schema_history') is not null then
    update flyway_schema_history set checksum = 1472537951 where version = '10' and checksum = 503380481;
    delete from flyway_schema_history where version = '11' and description = 'arrival lines';
    update flyway_schema_history set version = '11', script = 'V11__landing.sql' where version = '12' and description = 'landing';
  end if;
end $$;
