-- A forecast may say something of wind and hail.

alter table forecast_day
  add column gust_kmh real check (gust_kmh between 0 and 400),
  add column hail boolean not null default false;
comment on column forecast_day.gust_kmh is 'Strongest gust, km/h; empty: not said';
comment on column forecast_day.hail is 'It may hail';

alter table forecast_made
  add column gust_kmh real check (gust_kmh between 0 and 400),
  add column hail boolean not null default false;
comment on column forecast_made.gust_kmh is 'Strongest gust, km/h; empty: not said';
comment on column forecast_made.hail is 'It may hail';
