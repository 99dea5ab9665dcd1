-- Noncharacters (U+FDD0 to U+FDEF) are refused in typed text from now on, since the program marks places in drawn pages with
-- them. What was typed before loses them, so that it goes on being read.
do $$
declare
  place record;
  marks constant text := '[' || U&'\FDD0' || '-' || U&'\FDEF' || ']';
begin
  for place in
    select c.table_name, c.column_name, c.data_type
    from information_schema.columns c
    join information_schema.tables t using (table_schema, table_name)
    where c.table_schema = current_schema() and t.table_type = 'BASE TABLE'
      and c.data_type in ('text', 'jsonb')
      and c.table_name !~ '^(click|site_event|flyway_schema_history)'
  loop
    execute format(
      'update %1$I set %2$I = regexp_replace(%2$I::text, %3$L, %4$L, %5$L)::%6$s where %2$I::text ~ %3$L',
      place.table_name, place.column_name, marks, '', 'g', place.data_type);
  end loop;
end $$;
