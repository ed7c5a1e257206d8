-- The next thing to do with each group, written with the plan of its batch (docs/adr/0010): the Round reads these and nothing else of a batch.
create table job (
  nursery_id uuid not null,
  id uuid not null default gen_random_uuid(),
  batch_id uuid not null,
  kind text not null check (kind in ('step', 'thin', 'count-again')),
  stage int not null check (stage between 0 and 7),
  group_id uuid,
  place_id uuid not null,
  from_container_id uuid,
  from_seedlings int not null check (from_seedlings >= 0),
  from_containers int not null check (from_containers >= 0),
  to_place_id uuid not null,
  to_container_id uuid,
  low date not null,
  mid date not null,
  high date not null,
  due date not null,
  put_off_to date,
  shows_from date not null,
  seedlings int not null check (seedlings >= 0),
  containers int not null check (containers >= 0),
  seeds int not null check (seeds >= 0),
  trays int check (trays >= 0),
  mix_litres double precision not null check (mix_litres >= 0),
  minutes int not null check (minutes >= 0),
  thin jsonb,
  primary key (nursery_id, id),
  unique nulls not distinct (nursery_id, batch_id, kind, group_id),
  check ((kind = 'thin') = (thin is not null)),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict,
  foreign key (nursery_id, place_id) references place (nursery_id, id) on delete restrict,
  foreign key (nursery_id, to_place_id) references place (nursery_id, id) on delete restrict,
  foreign key (nursery_id, from_container_id) references container_kind (nursery_id, id) on delete restrict,
  foreign key (nursery_id, to_container_id) references container_kind (nursery_id, id) on delete restrict
);
create index job_by_day on job (nursery_id, shows_from);

alter table job enable row level security;
alter table job force row level security;
create policy own_nursery on job
  using (nursery_id = (select nullif(current_setting('app.nursery', true), '')::uuid))
  with check (nursery_id = (select nullif(current_setting('app.nursery', true), '')::uuid));
grant select, insert, update, delete on job to juvenal_web;

-- What the jobs of a batch say, in short: they are written where they say something else.
alter table batch add column jobs_digest text;
comment on column batch.jobs_digest is 'Checksum of its next jobs';
