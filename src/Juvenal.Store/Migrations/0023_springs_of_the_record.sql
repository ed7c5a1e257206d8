-- The record's springs one by one, and the soil as the air and the sun make it: what plans and windows rest on is made anew from the
-- record when a server next starts.

delete from freeze_year;
delete from freeze_fit;

alter table site_curve drop constraint site_curve_kind_check;
delete from site_curve;
alter table site_curve add constraint site_curve_kind_check
  check (kind in ('nights', 'days', 'soil-bare', 'soil-mulch', 'soil-film', 'soil-raised', 'soil-tunnel'));

delete from soil_line;
alter table soil_line
  drop column celsius,
  add column air_c real not null,
  add column sun_c real not null,
  add column tunnel_c real not null,
  add column range_c real not null,
  add column tunnel_range_c real not null;
comment on column soil_line.air_c is 'Daily mean at 10 cm that the air alone gives, °C';
comment on column soil_line.sun_c is 'What the sun adds, for each °C·m²·d/MJ of a surface';
comment on column soil_line.tunnel_c is 'Daily mean that a bare tunnel''s air alone gives, °C';
comment on column soil_line.range_c is 'Highest less lowest of the air, °C';
comment on column soil_line.tunnel_range_c is 'The same in a bare tunnel, °C';

create table site_year (
  nursery_id uuid not null references nursery (id) on delete restrict,
  season int not null,
  minimum_c real[] not null,
  maximum_c real[] not null,
  bare_c real[] not null,
  mulch_c real[] not null,
  film_c real[] not null,
  raised_c real[] not null,
  tunnel_c real[] not null,
  primary key (nursery_id, season),
  check (cardinality(minimum_c) = cardinality(maximum_c))
);
alter table site_year enable row level security;
alter table site_year force row level security;
create policy own_nursery on site_year using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, update, delete on site_year to juvenal_web;
comment on table site_year is 'Springs of the record that are known whole, from the first of mid-winter on';
comment on column site_year.minimum_c is 'Lows as recorded, °C';
comment on column site_year.maximum_c is 'Highs as recorded, °C';
comment on column site_year.bare_c is 'Soil at 10 cm at 8 o''clock under that surface, °C; so the next four';

alter table freeze_year drop constraint freeze_year_state_check;
alter table freeze_year add constraint freeze_year_state_check check (state in ('counted', 'freeze-free', 'left-out', 'not-over'));

-- Nights for planning are asked by the decision itself; of peppers by a house rule.
update house_rules set options = (options - 'tomatoNightC') - 'pepperNightC';

alter table soil_reading add column hour double precision not null default 8 check (hour >= 0 and hour < 24);
comment on column soil_reading.hour is 'When it was read, sun time; a probe''s daily value counts as 8';

-- Places that follow the weather: a stand is as outdoors, a house without heat as its glass makes it, with a floor where it has one.
-- What was typed for a stand stays, for sites without a record or a frost date.
alter table place
  add column follows boolean not null default false,
  add column floor_c double precision check (floor_c between -30 and 50),
  drop constraint a_growing_place_is_warm,
  add constraint a_growing_place_is_warm
    check (kind in ('open-bed', 'tunnel-bed', 'pair') or follows or (day_c is not null and night_c is not null)),
  add constraint what_follows check (not follows or kind in ('stand', 'house')),
  add constraint a_floor_of_what_follows check (floor_c is null or follows);
comment on column place.follows is 'Its warmth follows the weather outdoors';
comment on column place.floor_c is 'Heat keeps what follows the weather above this, °C';
update place set follows = true where kind = 'stand';

-- Forecasts as they were made: what was expected stays to be held against what came.
create table forecast_made (
  nursery_id uuid not null references nursery (id) on delete restrict,
  made_on date not null,
  day date not null,
  tmin_c real not null check (tmin_c between -70 and 60),
  tmax_c real not null check (tmax_c between -70 and 60),
  primary key (nursery_id, made_on, day)
);
alter table forecast_made enable row level security;
alter table forecast_made force row level security;
create policy own_nursery on forecast_made using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert on forecast_made to juvenal_web;
comment on table forecast_made is 'Each forecast as it was made; the first of a day stays';
comment on column forecast_made.made_on is 'The day it was made';
comment on column forecast_made.day is 'The day that it is of';
comment on column forecast_made.tmin_c is 'Expected low, °C';
comment on column forecast_made.tmax_c is 'Expected high, °C';
insert into forecast_made (nursery_id, made_on, day, tmin_c, tmax_c)
select nursery_id, made_on, day, tmin_c, tmax_c from forecast_day;
