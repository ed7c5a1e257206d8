-- A step of a batch has a name of its own (docs/adr/0011): its day, its lock, what was done of it hang on that, wherever it comes in the path.

create table path_step (
  nursery_id uuid not null,
  id uuid not null,
  batch_id uuid not null,
  ordinal int not null,
  kind text not null check (kind in ('begin', 'up', 'move', 'harden', 'plant-out', 'ripe')),
  place_id uuid not null,
  container_id uuid,
  locked_on date,
  retired_on date,
  primary key (nursery_id, id),
  unique (nursery_id, batch_id, id),
  check ((container_id is null) = (kind in ('plant-out', 'ripe'))),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict,
  foreign key (nursery_id, place_id) references place (nursery_id, id) on delete restrict,
  foreign key (nursery_id, container_id) references container_kind (nursery_id, id) on delete restrict
);

alter table path_step enable row level security;
alter table path_step force row level security;
create policy own_nursery on path_step
  using (nursery_id = (select nullif(current_setting('app.nursery', true), '')::uuid))
  with check (nursery_id = (select nullif(current_setting('app.nursery', true), '')::uuid));
-- Taken out of the path, a step stays: what was done of it hangs on it.
grant select, insert, update on path_step to juvenal_web;

comment on column path_step.id is 'Identifier';
comment on column path_step.batch_id is 'batch.id';
comment on column path_step.ordinal is 'Where it comes among the steps of its batch, those taken out of the path among them';
comment on column path_step.kind is 'What is done: begin, up, move, harden, plant-out or ripe';
comment on column path_step.place_id is 'place.id where the plants stand after it';
comment on column path_step.container_id is 'container_kind.id they stand in after it; empty: in a bed';
comment on column path_step.locked_on is 'Day the grower fixed';
comment on column path_step.retired_on is 'Day it was taken out of the path; empty: it is in it';

-- The name that Juvenal.Core.Season.StepId.Of gives.
create function pg_temp.step_name(batch uuid, stage int) returns uuid language sql immutable as $$
  select encode(set_byte(set_byte(h, 6, (get_byte(h, 6) & 15) | 128), 8, (get_byte(h, 8) & 63) | 128), 'hex')::uuid
  from substring(sha256(uuid_send(batch) || convert_to(
    'step/' || (array['begin', 'up', 'move-1', 'move-2', 'move-3', 'harden', 'plant-out', 'ripe'])[stage + 1], 'UTF8')) for 16) as h
$$;

-- Stages that batches have, had, or were given: those of plants that are bought in begin where others are up.
create temp table used_stage on commit drop as
select b.nursery_id, b.id as batch_id, u.stage, bool_or(u.path) as path
from batch b
join lateral (
  select s as stage, true as path from unnest(array[0, 1, 5, 6, 7]) s where s <> 1 or b.start <> 'plants'
  union all
  select 2 + m.ordinal, true from batch_move m where m.nursery_id = b.nursery_id and m.batch_id = b.id
  union all
  select e.stage, false from ledger_entry e where e.nursery_id = b.nursery_id and e.batch_id = b.id and e.stage is not null
  union all
  select s.reached, false from standing s where s.nursery_id = b.nursery_id and s.batch_id = b.id
  union all
  select l.stage, false from stage_lock l where l.nursery_id = b.nursery_id and l.batch_id = b.id
  union all
  select p.stage, false from plan_step p where p.nursery_id = b.nursery_id and p.batch_id = b.id) u on true
where u.stage <> 1 or b.start <> 'plants'
group by b.nursery_id, b.id, u.stage;

insert into path_step (nursery_id, id, batch_id, ordinal, kind, place_id, container_id, locked_on, retired_on)
select b.nursery_id, pg_temp.step_name(b.id, u.stage), b.id, u.stage,
  (array['begin', 'up', 'move', 'move', 'move', 'harden', 'plant-out', 'ripe'])[u.stage + 1],
  case u.stage
    -- Plants that are bought in grow on where the plan had them grow, from the first day.
    when 0 then case b.start when 'plants' then b.seedling_place_id else b.germination_place_id end
    when 1 then b.seedling_place_id
    when 5 then b.hardening_place_id
    when 6 then b.bed_id
    when 7 then b.bed_id
    else coalesce(m.place_id, b.seedling_place_id)
  end,
  case
    when u.stage in (0, 1) then b.tray_id
    when u.stage in (6, 7) then null
    when u.stage = 5 then coalesce(last.container_id, b.tray_id)
    else coalesce(m.container_id, went.to_container_id, b.tray_id)
  end,
  l.locked_on,
  case when not u.path then current_date end
from used_stage u
join batch b on b.nursery_id = u.nursery_id and b.id = u.batch_id
left join batch_move m on m.nursery_id = b.nursery_id and m.batch_id = b.id and m.ordinal = u.stage - 2
left join stage_lock l on l.nursery_id = b.nursery_id and l.batch_id = b.id and l.stage = u.stage
left join lateral (
  select x.container_id from batch_move x where x.nursery_id = b.nursery_id and x.batch_id = b.id order by x.ordinal desc limit 1) last on true
left join lateral (
  select e.to_container_id
  from ledger_entry e
  where e.nursery_id = b.nursery_id and e.batch_id = b.id and e.stage = u.stage and e.to_container_id is not null
  order by e.sequence desc
  limit 1) went on not u.path;

-- What named a stage names the step; no entry says anything else than it did.
alter table ledger_entry add column step_id uuid;
update ledger_entry e
set step_id = pg_temp.step_name(e.batch_id, case when e.stage = 1 and b.start = 'plants' then 0 else e.stage end)
from batch b
where e.stage is not null and b.nursery_id = e.nursery_id and b.id = e.batch_id;
alter table ledger_entry
  add foreign key (nursery_id, batch_id, step_id) references path_step (nursery_id, batch_id, id) on delete restrict,
  add constraint not_yet_has_step_and_day check (kind <> 'not-yet' or (step_id is not null and new_day is not null)),
  drop column stage;
comment on column ledger_entry.step_id is 'path_step.id it does or puts off';

alter table plan_step
  add column step_id uuid,
  add column revision int not null default 0,
  add column announced_on date;
update plan_step p
set step_id = pg_temp.step_name(p.batch_id, case when p.stage = 1 and b.start = 'plants' then 0 else p.stage end), announced_on = p.mid
from batch b
where b.nursery_id = p.nursery_id and b.id = p.batch_id;
delete from plan_step where stage = 1 and step_id = pg_temp.step_name(batch_id, 0);
alter table plan_step
  drop constraint plan_step_pkey,
  alter column step_id set not null,
  add primary key (nursery_id, step_id),
  add foreign key (nursery_id, batch_id, step_id) references path_step (nursery_id, batch_id, id) on delete restrict,
  drop column stage;
create index plan_step_of_batch on plan_step (nursery_id, batch_id);
comment on column plan_step.step_id is 'path_step.id';
comment on column plan_step.revision is 'Rises when what a calendar shows changes: its day, its place, its container';
comment on column plan_step.announced_on is 'Day the grower was last told';

alter table standing add column reached_step_id uuid;
update standing s
set reached_step_id = pg_temp.step_name(s.batch_id, case when s.reached = 1 and b.start = 'plants' then 0 else s.reached end)
from batch b
where b.nursery_id = s.nursery_id and b.id = s.batch_id;
alter table standing
  alter column reached_step_id set not null,
  add foreign key (nursery_id, batch_id, reached_step_id) references path_step (nursery_id, batch_id, id) on delete restrict,
  drop column reached;
comment on column standing.reached_step_id is 'path_step.id of the last step these plants have done';

-- Made anew when the server starts, as what the ledgers come to: no days of steps means not yet.
delete from job;
alter table job
  drop column stage,
  add column step_id uuid not null,
  add foreign key (nursery_id, batch_id, step_id) references path_step (nursery_id, batch_id, id) on delete restrict;

alter table batch
  drop column stage_days,
  drop column put_offs,
  drop column tray_id,
  drop column germination_place_id,
  drop column seedling_place_id,
  drop column hardening_place_id,
  drop column bed_id,
  add column step_days jsonb,
  add column put_offs jsonb,
  add constraint batch_facts_together check ((step_days is null) = (put_offs is null));
comment on column batch.step_days is 'By path_step.id: the day it took place for half of the plants';
comment on column batch.put_offs is 'By path_step.id: the day it was put off to, and why';

drop table batch_move;
drop table stage_lock;
