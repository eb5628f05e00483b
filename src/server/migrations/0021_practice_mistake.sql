-- Which step was picked instead of which in Practice, by whoever: what is offered beside the right one comes from it.
create table practice_mistake (
  profile_id text not null,
  instead_of text not null,
  picked text not null,
  times integer not null,
  primary key (profile_id, instead_of, picked)
);
