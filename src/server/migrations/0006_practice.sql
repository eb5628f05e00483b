-- What a technician has practised of a device, act by act, and when it is due again.
create table practice_record (
  initials text not null references technician (initials),
  profile_id text not null references device_profile (id) on delete cascade,
  acts jsonb not null,
  primary key (initials, profile_id)
);
