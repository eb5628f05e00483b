-- What a device's profile was: each version with when, by whom and why. The one that counts stands in device_profile.
alter table device_profile add column version integer not null default 1;

create table device_profile_version (
  profile_id text not null,
  version integer not null,
  at timestamptz not null,
  by text not null,
  why text not null,
  document jsonb not null,
  primary key (profile_id, version)
);

insert into device_profile_version (profile_id, version, at, by, why, document)
select id, 1, changed_at, 'Jicara', 'as it stood when versions began', document from device_profile;
