-- More kinds of places, and the lamps over them.

alter table place
  drop constraint place_kind_check,
  add constraint place_kind_check
    check (kind in ('mat', 'lamps', 'house', 'stand', 'open-bed', 'tunnel-bed', 'pair', 'sill', 'room', 'frame', 'tunnel')),
  add column lamp_umol float8 check (lamp_umol > 0 and lamp_umol <= 3000),
  add column lamp_hours float8 check (lamp_hours > 0 and lamp_hours <= 24),
  add constraint a_lamp_has_its_hours check ((lamp_umol is null) = (lamp_hours is null));
comment on column place.kind is 'mat, lamps, sill, room, house, frame, tunnel, stand, open-bed, tunnel-bed, or pair: one place by day and another by night';
comment on column place.lamp_umol is 'Light of the lamps over it at the leaves, µmol/m²·s; null: none, or not known';
comment on column place.lamp_hours is 'Hours that they are on in a day';
