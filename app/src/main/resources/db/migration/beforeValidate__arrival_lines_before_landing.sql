-- Databases with later versions may have met versions 11 and 12 the other way round, "arrival lines" before "landing". By now
-- beforeValidate.sql has made "landing" version 11 and struck "arrival lines" out, so that it is done once more; below later
-- versions it cannot be. What it did stands: it is noted as version 12, the number being the checksum of that file.
do $$
declare
  free int;
  landing int;
begin
  if to_regclass('flyway_schema_history') is null then
    return;
  end if;
  if not exists (select 1 from flyway_schema_history where version = '13')
      or exists (select 1 from flyway_schema_history where version = '12') then
    return;
  end if;
  select min(g) into free from generate_series(1, (select max(installed_rank) from flyway_schema_history)) g
    where g not in (select installed_rank from flyway_schema_history);
  select installed_rank into landing from flyway_schema_history where version = '11';
  if free < landing then
    update flyway_schema_history set installed_rank = free where version = '11';
    free := landing;
  end if;
  insert into flyway_schema_history (installed_rank, version, description, type, script, checksum, installed_by, execution_time, success)
  select free, '12', 'arrival lines', type, 'V12__arrival_lines.sql', -79280075, installed_by, 0, true
  from flyway_schema_history where version = '11';
end $$;
