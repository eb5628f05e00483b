-- One table for all parts of the catalogue, with the columns that are searched and sorted.
create table part (
  id text primary key,
  kind text not null,
  maker text not null,
  model text not null,
  form_factor text not null default '',
  protocol text not null default '',
  label_gb integer not null default 0,
  read_bytes_per_s bigint not null default 0,
  price_minor bigint not null,
  currency text not null,
  on_shelf integer not null default 0,
  words text not null,
  document jsonb not null,
  changed_at timestamptz not null default now()
);

create index part_kind on part (kind, maker, model, label_gb);

-- What the catalogue held before came from the files that ship with the product, in an older format: the start fills it anew.
drop table drive;
drop table pad;
drop table dock_case;

alter table device_profile add column changed_at timestamptz not null default now();

-- A job keeps the profile it began with: a profile that is edited later does not change work under way.
alter table job add column profile jsonb;

update job set document = jsonb_set(
  document #- '{takeIn,oldDrive,sizeCode}', '{takeIn,oldDrive,formFactor}', document #> '{takeIn,oldDrive,sizeCode}')
where document #> '{takeIn,oldDrive,sizeCode}' is not null;

update job set document = jsonb_set(document, '{choice}', jsonb_build_object(
  'driveId', document #> '{choice,driveId}',
  'padIds', case when jsonb_typeof(document #> '{choice,padId}') = 'string'
    then jsonb_build_array(document #> '{choice,padId}') else '[]'::jsonb end))
where jsonb_typeof(document -> 'choice') = 'object' and document -> 'choice' ? 'padId';
