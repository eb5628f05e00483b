-- Prices that were seen: of a part, on a day, asked by whom. What a part costs now stands with the part.
create table price (
  part_id text not null,
  day text not null,
  minor bigint not null,
  currency text not null,
  seller text not null default '',
  stock integer,
  primary key (part_id, day, currency, seller)
);

insert into price (part_id, day, minor, currency)
select id, coalesce(document ->> 'sourceDate', to_char(changed_at, 'YYYY-MM-DD')), price_minor, currency from part;
