-- How long work took: the grower's own pace.

create table timed (
  nursery_id uuid not null references nursery (id) on delete restrict,
  entry_id uuid not null,
  batch_id uuid not null,
  on_day date not null,
  kind text not null check (kind in ('sowing', 'pricking-out', 'potting-up', 'planting-out')),
  reckoned_minutes float8 not null check (reckoned_minutes > 0),
  took_minutes float8 not null check (took_minutes > 0 and took_minutes <= 12000),
  by_name text,
  written_at timestamptz not null default now(),
  primary key (nursery_id, entry_id)
);
comment on table timed is 'Work of the hands that was timed';
comment on column timed.entry_id is 'First entry of the ledger that the work wrote';
comment on column timed.batch_id is 'Whose ledger that entry is in';
comment on column timed.on_day is 'The day it was said on';
comment on column timed.kind is 'sowing, pricking-out, potting-up or planting-out';
comment on column timed.reckoned_minutes is 'By the usual minutes a plant, as they were on that day';
comment on column timed.took_minutes is 'All hands together';
comment on column timed.by_name is 'Who said so';
comment on column timed.written_at is 'When it was said';
create index timed_latest on timed (nursery_id, kind, written_at desc);

alter table timed enable row level security;
alter table timed force row level security;
create policy own_nursery on timed using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, delete, update (took_minutes, by_name, written_at) on timed to juvenal_web;
