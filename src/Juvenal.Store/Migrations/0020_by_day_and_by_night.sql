-- A standing arrangement: plants stand in one place by day and in another by night, and nobody is asked to carry them.
alter table place
  add column day_place_id uuid,
  add column night_place_id uuid,
  add constraint place_by_day foreign key (nursery_id, day_place_id) references place (nursery_id, id) on delete restrict deferrable initially deferred,
  add constraint place_by_night foreign key (nursery_id, night_place_id) references place (nursery_id, id) on delete restrict deferrable initially deferred,
  drop constraint place_kind_check,
  add constraint place_kind_check check (kind in ('mat', 'lamps', 'house', 'stand', 'open-bed', 'tunnel-bed', 'pair')),
  drop constraint place_check,
  add constraint a_growing_place_is_warm check (kind in ('open-bed', 'tunnel-bed', 'pair') or (day_c is not null and night_c is not null)),
  add constraint a_pair_is_two check ((kind = 'pair') = (day_place_id is not null) and (kind = 'pair') = (night_place_id is not null)),
  add constraint a_pair_has_no_warmth check (kind <> 'pair' or (day_c is null and night_c is null and soil_c is null and day_place_id <> night_place_id));
comment on column place.kind is 'mat, lamps, house, stand, open-bed, tunnel-bed, or pair: one place by day and another by night';
comment on column place.day_place_id is 'Pair: place.id where they stand by day';
comment on column place.night_place_id is 'Pair: place.id where they stand by night';
