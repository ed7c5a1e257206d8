-- How large a place is, how a bed is set out, and what it bore.

alter table place
  add column length_cm float8 check (length_cm > 0 and length_cm <= 1000000),
  add column width_cm float8 check (width_cm > 0 and width_cm <= 1000000),
  add column spacing_cm float8 check (spacing_cm between 1 and 1000),
  add column row_cm float8 check (row_cm between 1 and 1000),
  add column along text check (along in ('north-south', 'east-west')),
  add constraint a_size_has_both_sides check ((length_cm is null) = (width_cm is null)),
  add constraint beds_are_set_out check (kind in ('open-bed', 'tunnel-bed') or (spacing_cm is null and row_cm is null and along is null));
comment on column place.length_cm is 'Of its room for plants, cm; of a bed that of its rows; empty: nobody said';
comment on column place.width_cm is 'Of its room for plants, cm';
comment on column place.spacing_cm is 'Of a bed: from plant to plant in the row, cm; empty: as is usual for the crop';
comment on column place.row_cm is 'Of a bed: from row to row, cm; empty: as is usual for the crop';
comment on column place.along is 'Of a bed: north-south or east-west, how its rows run; empty: nobody said';

create table bed_year (
  nursery_id uuid not null,
  place_id uuid not null,
  year int not null check (year between 1900 and 2200),
  grew text[] not null default '{}' check (grew <@ array['tomato', 'pepper', 'potato']),
  seen text[] not null default '{}' check (seen <@ array['wilt', 'knots']),
  primary key (nursery_id, place_id, year),
  foreign key (nursery_id, place_id) references place (nursery_id, id) on delete restrict
);
comment on table bed_year is 'What a bed bore, year by year';
comment on column bed_year.place_id is 'place.id';
comment on column bed_year.year is 'Of the harvest';
comment on column bed_year.grew is 'tomato, pepper, potato: of one family, that share what ails them';
comment on column bed_year.seen is 'wilt, knots: that stay in the soil';

alter table bed_year enable row level security;
alter table bed_year force row level security;
create policy own_nursery on bed_year using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, delete, update (grew, seen) on bed_year to juvenal_web;
