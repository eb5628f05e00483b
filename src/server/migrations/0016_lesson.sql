-- What jobs taught, line by line: kept when a job is handed over, taken back with it.
create table lesson (
  job_id text not null references job (id),
  seq integer not null,
  practice boolean not null,
  kind text not null,
  usual double precision not null,
  actual double precision not null,
  keys jsonb not null,
  at timestamptz not null,
  primary key (job_id, seq)
);
create index lesson_at on lesson (practice, at);
