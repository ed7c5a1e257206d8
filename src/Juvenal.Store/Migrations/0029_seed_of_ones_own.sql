-- Days to ripe may be left to the kind; seed of one's own says where it is from; what is sown again says for which batch.

alter table cultivar
  alter column days_to_ripe drop not null,
  add column fruit text check (fruit in ('small', 'medium', 'large', 'coloured', 'green', 'hot'));
comment on column cultivar.days_to_ripe is 'From planting out to the first ripe fruit, days; empty: as its kind usually takes';
comment on column cultivar.fruit is 'Of tomatoes small, medium or large; of peppers picked coloured, picked green, or hot; empty: not said';

alter table seed_lot
  add column from_batch_id uuid,
  add column isolated boolean,
  add constraint own_seed_of foreign key (nursery_id, from_batch_id) references batch (nursery_id, id) on delete restrict deferrable initially deferred;
create index seed_lot_of_batch on seed_lot (nursery_id, from_batch_id) where from_batch_id is not null;
comment on column seed_lot.from_batch_id is 'batch.id whose own seed it is; empty: bought, or not known';
comment on column seed_lot.isolated is 'Own seed: its mother was kept apart from others in flower; empty: not known';

alter table batch
  add column again_of_id uuid,
  add constraint sown_again_of foreign key (nursery_id, again_of_id) references batch (nursery_id, id) on delete restrict deferrable initially deferred,
  add constraint not_again_of_itself check (again_of_id <> id);
create index batch_sown_again on batch (nursery_id, again_of_id) where again_of_id is not null;
comment on column batch.again_of_id is 'batch.id that it was sown again for, where too few came up';
