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
