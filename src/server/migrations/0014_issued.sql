-- Papers that were issued, each under a number of its kind without gaps: written in the transaction that issues them.
create table issued (
  kind text not null,
  number integer not null,
  job_id text not null,
  at timestamptz not null,
  primary key (kind, number)
);
