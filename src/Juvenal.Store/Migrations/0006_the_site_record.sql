-- The site's own record: daily weather, soil readings, a forecast, and what they come to.

alter table site
  add column offset_c double precision not null default 0 check (offset_c between -10 and 10),
  add column freeze_from text not null default 'typed' check (freeze_from in ('typed', 'record')),
  add column autumn_month int check (autumn_month between 1 and 12),
  add column autumn_day int check (autumn_day between 1 and 31),
  add column autumn_safe_month int check (autumn_safe_month between 1 and 12),
  add column autumn_safe_day int check (autumn_safe_day between 1 and 31),
  add column station text not null default 'none' check (station in ('none', 'stand-in', 'folder')),
  add column probe text not null default 'none' check (probe in ('none', 'stand-in', 'folder')),
  add column forecast text not null default 'none' check (forecast in ('none', 'stand-in', 'folder')),
  add constraint autumn_day_with_month check ((autumn_month is null) = (autumn_day is null)),
  add constraint autumn_safe_day_with_month check ((autumn_safe_month is null) = (autumn_safe_day is null)),
  add constraint autumn_safe_with_average check (autumn_safe_month is null or autumn_month is not null);

alter table house_rules
  add column pepper_soil_c double precision not null default 18 check (pepper_soil_c between 5 and 30),
  add column tomato_night_c double precision not null default 8 check (tomato_night_c between 0 and 20),
  add column pepper_night_c double precision not null default 11 check (pepper_night_c between 0 and 20);

alter table place add column surface text check (surface in ('bare', 'mulch', 'film', 'raised')),
  add constraint surface_of_open_beds check (surface is null or kind = 'open-bed');

create table weather_day (
  nursery_id uuid not null references nursery (id) on delete restrict,
  day date not null,
  tmin_c double precision check (tmin_c between -70 and 60),
  tmax_c double precision check (tmax_c between -70 and 60),
  source text not null check (source in ('import', 'station')),
  primary key (nursery_id, day),
  check (tmin_c is not null or tmax_c is not null),
  check (tmin_c <= tmax_c)
);

create table soil_reading (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  day date not null,
  surface text not null check (surface in ('bare', 'mulch', 'film', 'raised', 'tunnel')),
  celsius double precision not null check (celsius between -30 and 60),
  source text not null check (source in ('hand', 'probe')),
  primary key (nursery_id, id)
);

-- A probe says one thing of a day; a hand may read twice.
create unique index soil_reading_of_probe on soil_reading (nursery_id, day, surface) where source = 'probe';
create index soil_reading_by_day on soil_reading (nursery_id, day);

create table forecast_day (
  nursery_id uuid not null references nursery (id) on delete restrict,
  day date not null,
  made_on date not null,
  tmin_c double precision not null check (tmin_c between -70 and 60),
  tmax_c double precision not null check (tmax_c between -70 and 60),
  primary key (nursery_id, day)
);

-- What the record comes to: made anew with each change of it, never by a read.
create table freeze_year (
  nursery_id uuid not null references nursery (id) on delete restrict,
  half text not null check (half in ('spring', 'autumn')),
  threshold_c double precision not null,
  season int not null,
  frozen_on date,
  state text not null check (state in ('counted', 'freeze-free', 'left-out')),
  missing_days int not null,
  primary key (nursery_id, half, threshold_c, season)
);

create table freeze_fit (
  nursery_id uuid not null references nursery (id) on delete restrict,
  half text not null check (half in ('spring', 'autumn')),
  threshold_c double precision not null,
  years int not null,
  share double precision not null,
  mean double precision not null,
  deviation double precision not null,
  primary key (nursery_id, half, threshold_c)
);

create table site_curve (
  nursery_id uuid not null references nursery (id) on delete restrict,
  kind text not null check (kind in ('nights', 'days', 'soil-morning')),
  mean_c double precision[] not null check (cardinality(mean_c) = 365),
  deviation_c double precision[] not null check (cardinality(deviation_c) = 365),
  primary key (nursery_id, kind)
);

create table soil_line (
  nursery_id uuid not null references nursery (id) on delete restrict,
  day date not null,
  celsius double precision not null,
  primary key (nursery_id, day)
);

do $$
declare
  t text;
begin
  foreach t in array array['weather_day', 'soil_reading', 'forecast_day', 'freeze_year', 'freeze_fit', 'site_curve', 'soil_line'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format(
      'create policy own_nursery on %I using (nursery_id = (select nullif(current_setting(''app.nursery'', true), '''')::uuid))'
      ' with check (nursery_id = (select nullif(current_setting(''app.nursery'', true), '''')::uuid))', t);
    execute format('grant select, insert, update, delete on %I to juvenal_web', t);
  end loop;
end
$$;

comment on column site.offset_c is 'Added to each lowest temperature of the record, °C: a frost hollow below 0, a walled yard above';
comment on column site.freeze_from is 'What the plans take the last freeze from: typed or record';
comment on column site.autumn_month is 'Average first frost: month';
comment on column site.autumn_day is 'Average first frost: day';
comment on column site.autumn_safe_month is 'Day before which 1 autumn in 10 has frozen already: month';
comment on column site.autumn_safe_day is 'Day before which 1 autumn in 10 has frozen already: day';
comment on column site.station is 'Where daily readings come from: none, stand-in or folder';
comment on column site.probe is 'Where soil readings come from: none, stand-in or folder';
comment on column site.forecast is 'Where the forecast comes from: none, stand-in or folder';
comment on column house_rules.pepper_soil_c is 'Morning soil at 10 cm for peppers, °C';
comment on column house_rules.tomato_night_c is 'Nights for planning tomatoes, 7-day mean, °C';
comment on column house_rules.pepper_night_c is 'Nights for planning peppers, 7-day mean, °C';
comment on column place.surface is 'What lies on an open bed: bare, mulch, film or raised; empty: bare';
comment on column weather_day.day is 'Day';
comment on column weather_day.tmin_c is 'Lowest air temperature, °C';
comment on column weather_day.tmax_c is 'Highest air temperature, °C';
comment on column weather_day.source is 'import or station';
comment on column soil_reading.id is 'Identifier';
comment on column soil_reading.day is 'Day';
comment on column soil_reading.surface is 'What lay on the soil: bare, mulch, film, raised or tunnel';
comment on column soil_reading.celsius is 'Soil at 10 cm, mean of the day, °C';
comment on column soil_reading.source is 'hand or probe';
comment on column forecast_day.day is 'Day that is forecast';
comment on column forecast_day.made_on is 'Day it was forecast on';
comment on column forecast_day.tmin_c is 'Lowest air temperature, °C';
comment on column forecast_day.tmax_c is 'Highest air temperature, °C';
