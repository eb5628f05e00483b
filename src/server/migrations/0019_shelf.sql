-- How few of a part there may be.
create table shelf_minimum (
  part_id text primary key,
  minimum integer not null
);
-- What was ordered; closed when all of it came, was sent back, or the order came to nothing.
create table shelf_incoming (
  id integer primary key generated always as identity,
  part_id text not null,
  count integer not null,
  ordered_at timestamptz not null,
  expected text,
  seller text,
  price jsonb,
  job_id text,
  closed_at timestamptz
);
-- The book of the shelf: every change of a count, and why.
create table shelf_move (
  seq integer primary key generated always as identity,
  part_id text not null,
  change integer not null,
  why text not null,
  job_id text,
  lot text,
  price jsonb,
  note text,
  at timestamptz not null,
  by text
);
create index shelf_move_part on shelf_move (part_id, seq);
create index shelf_move_job on shelf_move (job_id);
