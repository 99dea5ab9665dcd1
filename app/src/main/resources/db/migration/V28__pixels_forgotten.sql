-- Clicks of people who were erased: whatever tells their visits anew puts nothing of them into the queue to ad platforms any more.
create table pixel_forgotten (
  workspace_id uuid not null,
  click_id uuid not null,
  at timestamptz not null,
  primary key (workspace_id, click_id)
);
