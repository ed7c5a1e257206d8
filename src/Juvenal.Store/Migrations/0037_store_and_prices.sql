-- What lamps draw, what things cost, and what the store holds.

alter table place
  add column lamp_watts float8 check (lamp_watts > 0 and lamp_watts <= 100000),
  add column lamp_m2 float8 check (lamp_m2 > 0 and lamp_m2 <= 10000);
comment on column place.lamp_watts is 'Power of its lamps, W; empty: not said';
comment on column place.lamp_m2 is 'Area they light, m²; empty: not said';

create table price (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null default gen_random_uuid(),
  what text not null check (what in ('mix', 'label', 'hour', 'kwh', 'plant', 'container')),
  container_id uuid,
  amount float8 not null check (amount >= 0 and amount <= 1000000),
  primary key (nursery_id, id),
  unique nulls not distinct (nursery_id, what, container_id),
  check ((what = 'container') = (container_id is not null)),
  foreign key (nursery_id, container_id) references container_kind (nursery_id, id) on delete restrict
);
comment on table price is 'What things cost, in the nursery''s money';
comment on column price.id is 'Names the row';
comment on column price.what is 'mix: a litre; label; hour: of work; kwh: of power; plant: bought ready; container: one pot or tray';
comment on column price.container_id is 'container: which';
comment on column price.amount is 'In the nursery''s money';

create table store_count (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  what text not null check (what in ('mix', 'labels', 'feed', 'containers')),
  container_id uuid,
  amount float8 not null check (amount >= 0 and amount <= 10000000),
  on_day date not null,
  by_name text,
  written_at timestamptz not null default now(),
  taken_back boolean not null default false,
  primary key (nursery_id, id),
  check ((what = 'containers') = (container_id is not null)),
  foreign key (nursery_id, container_id) references container_kind (nursery_id, id) on delete restrict
);
comment on table store_count is 'What lay in the store, counted by hand; what work takes since is taken from it';
comment on column store_count.id is 'Made by the client';
comment on column store_count.what is 'mix: L; labels: pieces; feed: g; containers: pieces';
comment on column store_count.container_id is 'containers: which';
comment on column store_count.amount is 'Pieces, L or g';
comment on column store_count.on_day is 'The evening of this day';
comment on column store_count.by_name is 'Who counted';
comment on column store_count.written_at is 'When it was said';
comment on column store_count.taken_back is 'It was said by mistake';
create index store_count_of_day on store_count (nursery_id, on_day);

alter table price enable row level security;
alter table price force row level security;
create policy own_nursery on price using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, delete, update (amount) on price to juvenal_web;
alter table store_count enable row level security;
alter table store_count force row level security;
create policy own_nursery on store_count using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, delete, update (taken_back) on store_count to juvenal_web;
