create table setting (
  key text primary key,
  value jsonb not null
);

create table technician (
  initials text primary key check (length(initials) between 1 and 8),
  name text not null
);

create table device_profile (
  id text primary key,
  maker text not null,
  name text not null,
  document jsonb not null
);

create table drive (
  id text primary key,
  maker text not null,
  model text not null,
  label_gb integer not null,
  price_minor bigint not null,
  document jsonb not null
);

create table pad (
  id text primary key,
  document jsonb not null
);

create table dock_case (
  id text primary key,
  place integer not null,
  document jsonb not null
);
