-- What a batch is raised for: a bed, a pot it ends in, or a sale by a day.
alter table batch
  add column aim text not null default 'bed' check (aim in ('bed', 'pot', 'sale')),
  add column aim_day date,
  add column aim_outdoors boolean not null default false,
  add constraint a_sale_has_a_day check ((aim = 'sale') = (aim_day is not null)),
  add constraint only_pots_go_outdoors check (aim = 'pot' or not aim_outdoors);
comment on column batch.aim is 'What it is raised for: bed, pot (it ends in its pot) or sale (ready by a day)';
comment on column batch.aim_day is 'Sale: the day they are to be ready by';
comment on column batch.aim_outdoors is 'Pot: it goes outdoors in the end';

-- A pot that plants end in stands in a place like any other.
alter table path_step
  drop constraint path_step_check,
  add constraint only_beds_have_no_container check (container_id is not null or kind in ('plant-out', 'ripe'));
