-- Until when something else stands in a bed.

alter table place
  add column free_from date,
  add column bears text check (char_length(bears) between 1 and 60),
  add constraint only_beds_bear check (kind in ('open-bed', 'tunnel-bed') or (free_from is null and bears is null)),
  add constraint what_bears_has_an_end check (bears is null or free_from is not null);
comment on column place.free_from is 'Of a bed: the day from which it is free; empty: it is';
comment on column place.bears is 'Of a bed: what stands there until then; empty: nobody said';
