-- Photos taken at a job; the pictures lie in the data folder under their id.
create sequence photo_number;

create table photo (
  id text primary key,
  job_id text not null references job (id),
  step_id text,
  note text not null,
  for_all boolean not null,
  at timestamptz not null,
  by text not null,
  width_px integer not null,
  height_px integer not null,
  bytes integer not null
);

create index photo_of_job on photo (job_id);
