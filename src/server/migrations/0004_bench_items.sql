-- Sticks and cables of the bench, each with a record that is only ever added to.
create table bench_item (
  label text primary key,
  kind text not null check (kind in ('stick', 'cable')),
  document jsonb not null
);

create table bench_item_use (
  label text not null references bench_item (label),
  seq integer not null,
  at timestamptz not null,
  by text not null,
  job_id text,
  worked boolean not null,
  what text not null,
  primary key (label, seq)
);

create function refuse_rewriting_a_record() returns trigger language plpgsql as $$
begin
  raise exception 'the record of a stick or cable is append-only' using errcode = 'restrict_violation';
end
$$;

create trigger bench_item_use_append_only
before update or delete on bench_item_use
for each row execute function refuse_rewriting_a_record();
