-- Plants may go in between what stands in a bed.

alter table place
  add column plant_between boolean not null default false,
  add constraint between_what_stands check (not plant_between or free_from is not null);
comment on column place.plant_between is 'Of a bed: plants go in between what stands there; else they wait until it is free';
