-- Hardened plants are held cool until they are wanted; side shoots come from a mother.
alter table path_step
  drop constraint path_step_kind_check,
  add constraint path_step_kind_check check (kind in ('begin', 'up', 'move', 'harden', 'hold', 'plant-out', 'ripe'));
comment on column path_step.kind is 'What is done: begin, up, move, harden, hold, plant-out or ripe';
alter table batch
  add column hold_days int check (hold_days between 1 and 120),
  add column mother_id uuid,
  add constraint batch_mother foreign key (nursery_id, mother_id) references batch (nursery_id, id) on delete restrict deferrable initially deferred,
  add constraint only_cuttings_have_a_mother check (mother_id is null or start = 'cuttings');
comment on column batch.hold_days is 'How long hardened plants are to be held before they are wanted, d; empty: not at all';
comment on column batch.mother_id is 'batch.id that the side shoots are cut from';

-- Bought plants: how they were raised, and whether they flower. They may be grafted.
alter table batch
  drop constraint grafts_have_parts,
  add constraint grafts_have_parts check (start = 'grafts' or (rootstock_id is null and scion_id is null)),
  add column raised text check (raised in ('warm', 'cool', 'outdoors')),
  add column in_flower boolean not null default false;
comment on column batch.raised is 'Bought plants: where they stood before (warm, cool, outdoors); empty: not known';
comment on column batch.in_flower is 'Bought plants: they flowered when they came';
