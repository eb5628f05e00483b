-- Pieces of a day's work that somebody gave a person and a beginning. A pin whose task is gone is not read.
create table day_pin (
  task_id text primary key,
  by text not null,
  at timestamptz not null,
  set_by text,
  set_at timestamptz not null
);
