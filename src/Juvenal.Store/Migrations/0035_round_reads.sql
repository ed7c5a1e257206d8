-- A morning's jobs are read from one table: what they take from their batch and step stands with them.

alter table job
  add column code text,
  add column cultivar_id uuid,
  add column start text,
  add column step_kind text,
  add column step_ordinal int;
update job j
set code = b.code, cultivar_id = b.cultivar_id, start = b.start, step_kind = w.kind, step_ordinal = w.ordinal
from batch b, path_step w
where b.nursery_id = j.nursery_id and b.id = j.batch_id
  and w.nursery_id = j.nursery_id and w.id = j.step_id;
alter table job
  alter column code set not null,
  alter column cultivar_id set not null,
  alter column start set not null,
  alter column step_kind set not null,
  alter column step_ordinal set not null,
  add foreign key (nursery_id, cultivar_id) references cultivar (nursery_id, id) on delete restrict;
comment on column job.code is 'Of its batch';
comment on column job.cultivar_id is 'Of its batch';
comment on column job.start is 'What its batch begins with';
comment on column job.step_kind is 'Of its step';
comment on column job.step_ordinal is 'Of its step';

alter table standing add column stage text, add column up_on date;
update standing s
set stage = w.kind
from path_step w
where w.nursery_id = s.nursery_id and w.id = s.reached_step_id;
update standing s
set up_on = (b.step_days ->> u.id::text)::date
from batch b, path_step u
where b.nursery_id = s.nursery_id and b.id = s.batch_id
  and u.nursery_id = s.nursery_id and u.batch_id = s.batch_id and u.kind = 'up';
comment on column standing.stage is 'The kind of the step that they have reached';
comment on column standing.up_on is 'The day they came up; empty: not yet, or they came grown';

drop index plan_step_moved;
create index plan_step_moved on plan_step (nursery_id, mid) where done_on is null and abs(mid - announced_on) >= 2;
create index batch_to_sow_of_lot on batch (nursery_id, lot_id) where seeds_sown = 0 and ended_on is null;
