-- A profile that jobs began with is kept once for all of them, by the SHA-256 of its text, and never changed.
create table kept_profile (
  sha256 text primary key,
  document jsonb not null
);

insert into kept_profile (sha256, document)
select distinct on (encode(sha256(convert_to(profile::text, 'UTF8')), 'hex'))
  encode(sha256(convert_to(profile::text, 'UTF8')), 'hex'), profile
from job where profile is not null;

alter table job add column profile_sha256 text references kept_profile (sha256);

update job set profile_sha256 = encode(sha256(convert_to(profile::text, 'UTF8')), 'hex') where profile is not null;

alter table job drop column profile;

-- What a job's history comes to, written with each line of it; null where it was not counted yet.
alter table job add column facts jsonb;
alter table job add column steps jsonb;
alter table job add column lines integer;

create index job_handed_over on job (handed_over_at desc, id) where handed_over_at is not null;

-- What a page sends again because no answer came is known by its id, and done once: all that is no act of a job.
create table request (
  id text primary key,
  at timestamptz not null,
  answer jsonb not null
);

create index request_at on request (at);

-- Imports are staged a few rows at a time, so that nobody waits for them. From `ready` on all of them come in, whatever happens
-- in between: the start goes on with what a kill left. Before that, none does.
create table part_import (
  id integer primary key generated always as identity,
  ready boolean not null default false
);

create table part_staged (
  import_id integer not null references part_import (id) on delete cascade,
  id text not null,
  kind text not null,
  maker text not null,
  model text not null,
  form_factor text not null,
  protocol text not null,
  label_gb integer not null,
  read_bytes_per_s bigint not null,
  price_minor bigint not null,
  currency text not null,
  on_shelf integer not null,
  words text not null,
  document jsonb not null
);

create index part_staged_import on part_staged (import_id);
