-- What is in the seed box. A batch says which lot it is sown from; seeds are counted by what is sown.
create table seed_lot (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  version int not null default 1,
  cultivar_id uuid not null,
  name text not null check (length(name) between 1 and 60),
  packed int check (packed between 1950 and 2200),
  seeds int check (seeds between 0 and 10000000),
  grams double precision check (grams > 0 and grams <= 100000),
  tested_sown int check (tested_sown between 1 and 1000000),
  tested_up int check (tested_up >= 0),
  tested_on date,
  origin text not null default 'unknown' check (origin in ('open-pollinated', 'hybrid', 'unknown')),
  price double precision check (price >= 0 and price <= 1000000),
  note text check (length(note) <= 500),
  primary key (nursery_id, id),
  unique (nursery_id, name),
  foreign key (nursery_id, cultivar_id) references cultivar (nursery_id, id) on delete restrict,
  check ((tested_sown is null) = (tested_up is null) and (tested_sown is null) = (tested_on is null)),
  check (tested_up <= tested_sown)
);

alter table seed_lot enable row level security;
alter table seed_lot force row level security;
create policy own_nursery on seed_lot using (nursery_id = (select nullif(current_setting('app.nursery', true), '')::uuid))
  with check (nursery_id = (select nullif(current_setting('app.nursery', true), '')::uuid));
grant select, insert, update, delete on seed_lot to juvenal_web;

alter table batch add column lot_id uuid,
  add constraint batch_lot foreign key (nursery_id, lot_id) references seed_lot (nursery_id, id) on delete restrict;

comment on column seed_lot.id is 'Identifier';
comment on column seed_lot.version is 'Rises with each change';
comment on column seed_lot.cultivar_id is 'cultivar.id';
comment on column seed_lot.name is 'What stands on the packet';
comment on column seed_lot.packed is 'Year it was packed';
comment on column seed_lot.seeds is 'Seeds it held when it came; empty: by weight';
comment on column seed_lot.grams is 'Weight when it came, g';
comment on column seed_lot.tested_sown is 'Seeds laid out in the last germination test';
comment on column seed_lot.tested_up is 'Of them came up';
comment on column seed_lot.tested_on is 'Day of the test';
comment on column seed_lot.origin is 'open-pollinated, hybrid or unknown';
comment on column seed_lot.price is 'Paid for it, in the nursery''s money';
comment on column seed_lot.note is 'Note';
comment on column batch.lot_id is 'seed_lot.id it is sown from; empty: not said';
