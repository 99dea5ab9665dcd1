-- Version 10 stood for a while in a second wording, which version 11 knows of. Databases made with that one are taken for what
-- they are: the first number is that of the wording that stands here, the second that of the other.
do $$
begin
  if to_regclass('flyway_schema_history') is not null then
    update flyway_schema_history set checksum = 503380481 where version = '10' and checksum = 1472537951;
  end if;
end $$;
