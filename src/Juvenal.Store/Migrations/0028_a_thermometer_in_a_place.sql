-- A thermometer of lowest and highest hangs in a place; and some places open themselves.

alter table place_reading
  alter column soil_c drop not null,
  add column low_c double precision check (low_c between -70 and 60),
  add column high_c double precision check (high_c between -70 and 70),
  add constraint something_was_read check (num_nonnulls(soil_c, low_c, high_c) > 0);
comment on column place_reading.soil_c is 'Read at sowing depth, °C; empty: not read';
comment on column place_reading.low_c is 'Lowest of the air in the night before that day, °C; empty: not read';
comment on column place_reading.high_c is 'Highest of the air on the day before that day, °C; empty: not read';

alter table place add column opens_itself boolean not null default false;
comment on column place.opens_itself is 'Vents open by themselves when it gets warm: nobody has to be told in the morning';

-- A frame and a tunnel follow the weather too.
alter table place
  drop constraint what_follows,
  add constraint what_follows check (not follows or kind in ('stand', 'house', 'frame', 'tunnel'));
