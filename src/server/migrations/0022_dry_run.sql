-- Who ran a version of a device's procedure through in Practice, before or beside any job.
create table dry_run (
  profile_id text not null,
  version integer not null,
  initials text not null,
  at timestamptz not null,
  steps integer not null,
  missed integer not null
);
create index dry_run_of on dry_run (profile_id, version, at desc);
