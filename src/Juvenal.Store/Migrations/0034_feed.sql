-- Fertilisers by their labels, and what was fed where.

create table fertiliser (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  version int not null default 1,
  name text not null check (length(name) between 1 and 60),
  nitrogen_percent float8 not null check (nitrogen_percent > 0 and nitrogen_percent <= 100),
  phosphate_percent float8 check (phosphate_percent between 0 and 100),
  potash_percent float8 check (potash_percent between 0 and 100),
  in_use boolean not null default false,
  primary key (nursery_id, id)
);
comment on table fertiliser is 'Fertilisers, as their labels have it';
comment on column fertiliser.id is 'Made by the client';
comment on column fertiliser.version is 'Raised with each change';
comment on column fertiliser.name is 'As the grower calls it';
comment on column fertiliser.nitrogen_percent is 'N, % by weight';
comment on column fertiliser.phosphate_percent is 'P₂O₅, % by weight; empty: not said';
comment on column fertiliser.potash_percent is 'K₂O, % by weight; empty: not said';
comment on column fertiliser.in_use is 'That today''s feed is reckoned with: one at most';
create unique index fertiliser_in_use on fertiliser (nursery_id) where in_use;

alter table fertiliser enable row level security;
alter table fertiliser force row level security;
create policy own_nursery on fertiliser using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, delete, update (version, name, nitrogen_percent, phosphate_percent, potash_percent, in_use) on fertiliser to juvenal_web;

alter table care
  add column place_id uuid,
  add column fed jsonb,
  drop constraint care_kind_check,
  add constraint care_kind_check check (kind in ('walked', 'fed')),
  add constraint fed_says_where_and_what check ((kind = 'fed') = (place_id is not null) and (kind = 'fed') = (fed is not null)),
  add foreign key (nursery_id, place_id) references place (nursery_id, id) on delete restrict;
comment on column care.kind is 'walked: looked at every place, and all was well; fed: what is fed in a place was';
comment on column care.place_id is 'Fed: where';
comment on column care.fed is 'Fed: each group with its nitrogen, mg/L';
create index care_fed on care (nursery_id, place_id, on_day) where kind = 'fed' and not taken_back;
