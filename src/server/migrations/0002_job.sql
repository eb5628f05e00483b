create sequence job_number start 412;

create table job (
  id text primary key,
  profile_id text not null references device_profile (id),
  owner text not null,
  promised_at timestamptz,
  taken_in_at timestamptz not null,
  handed_over_at timestamptz,
  version integer not null default 0,
  document jsonb not null
);

create index job_open on job (promised_at) where handed_over_at is null;

create table job_history (
  job_id text not null references job (id),
  seq integer not null,
  at timestamptz not null,
  by text not null,
  kind text not null,
  sentence text not null,
  changes jsonb not null,
  step_id text,
  primary key (job_id, seq)
);

create function refuse_rewriting_history() returns trigger language plpgsql as $$
begin
  raise exception 'job history is append-only' using errcode = 'restrict_violation';
end
$$;

create trigger job_history_append_only
before update or delete on job_history
for each row execute function refuse_rewriting_history();
