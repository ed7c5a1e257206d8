-- A change of what plans rest on is kept at once; the plans follow, and nobody waits for them (docs/adr/0012).
alter table batch
  add column facts int not null default 0,
  add column planned_facts int,
  add column planned_inputs int;
comment on column batch.facts is 'Rises with each entry of its ledger and each change of its choices';
comment on column batch.planned_facts is 'Its facts when it was last planned; less than them, or empty: to be planned anew';
comment on column batch.planned_inputs is 'nursery_input.version it was last planned with; another, or empty: to be planned anew';
create index batch_open on batch (nursery_id, id) where ended_on is null;
