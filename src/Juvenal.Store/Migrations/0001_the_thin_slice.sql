-- From a frost date to today's work and a counted tray.
-- Roles belong to the cluster and are made by the start command; this file only grants to juvenal_web.

create table nursery (
  id uuid primary key,
  name text not null check (length(name) between 1 and 120),
  created_at timestamptz not null default now()
);

create table site (
  nursery_id uuid primary key references nursery (id) on delete restrict,
  version int not null default 1,
  time_zone text not null,
  latitude double precision not null check (latitude between -66 and 66),
  average_month int check (average_month between 1 and 12),
  average_day int check (average_day between 1 and 31),
  safe_month int check (safe_month between 1 and 12),
  safe_day int check (safe_day between 1 and 31),
  units text not null default 'metric' check (units in ('metric', 'us')),
  demo_day date,
  planned_day date,
  check ((average_month is null) = (average_day is null)),
  check ((safe_month is null) = (safe_day is null)),
  check (safe_month is null or average_month is not null)
);

create table house_rules (
  nursery_id uuid primary key references nursery (id) on delete restrict,
  version int not null default 1,
  prick_out text not null,
  twins text not null,
  pepper_timing text not null,
  pepper_weeks_after_frost int not null check (pepper_weeks_after_frost between 2 and 4),
  accepted_risk double precision not null check (accepted_risk > 0 and accepted_risk < 1),
  hardening_days int not null check (hardening_days between 1 and 60)
);

create table place (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  version int not null default 1,
  name text not null check (length(name) between 1 and 60),
  kind text not null check (kind in ('mat', 'lamps', 'house', 'stand', 'open-bed', 'tunnel-bed')),
  walk_order int not null,
  day_c double precision check (day_c between -30 and 50),
  night_c double precision check (night_c between -30 and 50),
  soil_c double precision check (soil_c between -30 and 50),
  primary key (nursery_id, id),
  unique (nursery_id, name),
  check (kind in ('open-bed', 'tunnel-bed') or (day_c is not null and night_c is not null))
);

create table container_kind (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  version int not null default 1,
  name text not null check (length(name) between 1 and 60),
  litres double precision not null check (litres between 0.005 and 100),
  cells int check (cells between 1 and 1000),
  final boolean not null default false,
  primary key (nursery_id, id),
  unique (nursery_id, name)
);

create table cultivar (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  version int not null default 1,
  name text not null check (length(name) between 1 and 60),
  crop text not null check (crop in ('tomato', 'pepper')),
  species_group text not null check (species_group in ('tomato', 'annuum', 'chinense')),
  habit text not null check (habit in ('dwarf', 'bush', 'half-bush', 'tall')),
  days_to_ripe int not null check (days_to_ripe between 30 and 200),
  primary key (nursery_id, id),
  unique (nursery_id, name),
  check ((crop = 'tomato') = (species_group = 'tomato'))
);

create table batch (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  version int not null default 1,
  code text not null,
  season int not null,
  cultivar_id uuid not null,
  plants_wanted int not null check (plants_wanted between 1 and 1000000),
  germination double precision not null check (germination > 0 and germination <= 1),
  survival double precision not null check (survival > 0 and survival <= 1),
  confidence double precision not null check (confidence > 0 and confidence < 1),
  seeds_per_cell int not null check (seeds_per_cell between 1 and 5),
  seeds_available int check (seeds_available >= 0),
  tray_id uuid not null,
  germination_place_id uuid not null,
  seedling_place_id uuid not null,
  hardening_place_id uuid not null,
  bed_id uuid not null,
  -- What the plan and the ledger come to; rewritten with every change that touches them.
  cells int not null check (cells >= 0),
  seeds int not null check (seeds >= 0),
  trays int check (trays >= 0),
  seeds_sown int not null default 0 check (seeds_sown >= 0),
  emerged int not null default 0 check (emerged >= 0 and emerged <= seeds_sown),
  lost int not null default 0 check (lost >= 0),
  snipped int not null default 0 check (snipped >= 0),
  summary jsonb not null,
  primary key (nursery_id, id),
  unique (nursery_id, code),
  foreign key (nursery_id, cultivar_id) references cultivar (nursery_id, id) on delete restrict,
  foreign key (nursery_id, tray_id) references container_kind (nursery_id, id) on delete restrict,
  foreign key (nursery_id, germination_place_id) references place (nursery_id, id) on delete restrict,
  foreign key (nursery_id, seedling_place_id) references place (nursery_id, id) on delete restrict,
  foreign key (nursery_id, hardening_place_id) references place (nursery_id, id) on delete restrict,
  foreign key (nursery_id, bed_id) references place (nursery_id, id) on delete restrict
);

create table batch_move (
  nursery_id uuid not null,
  batch_id uuid not null,
  ordinal int not null check (ordinal between 0 and 2),
  container_id uuid not null,
  place_id uuid not null,
  primary key (nursery_id, batch_id, ordinal),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict,
  foreign key (nursery_id, container_id) references container_kind (nursery_id, id) on delete restrict,
  foreign key (nursery_id, place_id) references place (nursery_id, id) on delete restrict
);

create table plan_step (
  nursery_id uuid not null,
  batch_id uuid not null,
  stage int not null check (stage between 0 and 7),
  low date not null,
  mid date not null,
  high date not null,
  due date not null,
  done_on date,
  locked_on date,
  put_off_to date,
  put_off_reason text,
  place text not null,
  container text,
  containers int not null check (containers >= 0),
  mix_litres double precision not null check (mix_litres >= 0),
  leaves double precision,
  reasons jsonb not null,
  spread jsonb not null,
  conflict jsonb,
  batch_version int not null,
  rules_version int not null,
  site_version int not null,
  primary key (nursery_id, batch_id, stage),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict,
  check (low <= mid and mid <= high)
);

-- Days the grower fixed. Kept apart from the steps, which are rewritten.
create table stage_lock (
  nursery_id uuid not null,
  batch_id uuid not null,
  stage int not null check (stage between 0 and 7),
  locked_on date not null,
  primary key (nursery_id, batch_id, stage),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict
);

create table ledger_entry (
  nursery_id uuid not null,
  id uuid not null,
  sequence bigint generated always as identity,
  batch_id uuid not null,
  kind text not null check (kind in ('sown', 'emerged', 'lost', 'snipped', 'moved', 'not-yet', 'undo')),
  stage int check (stage between 0 and 7),
  happened_on date not null,
  written_at timestamptz not null default now(),
  from_container_id uuid,
  from_place_id uuid,
  to_container_id uuid,
  to_place_id uuid,
  seeds int not null default 0 check (seeds >= 0),
  seedlings int not null default 0 check (seedlings >= 0),
  containers int not null default 0 check (containers >= 0),
  containers_to int not null default 0 check (containers_to >= 0),
  reason text,
  new_day date,
  corrects uuid,
  payload_hash bytea not null,
  primary key (nursery_id, id),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict,
  foreign key (nursery_id, from_container_id) references container_kind (nursery_id, id) on delete restrict,
  foreign key (nursery_id, from_place_id) references place (nursery_id, id) on delete restrict,
  foreign key (nursery_id, to_container_id) references container_kind (nursery_id, id) on delete restrict,
  foreign key (nursery_id, to_place_id) references place (nursery_id, id) on delete restrict,
  foreign key (nursery_id, corrects) references ledger_entry (nursery_id, id) on delete restrict,
  check (kind <> 'undo' or corrects is not null),
  check (kind <> 'not-yet' or (stage is not null and new_day is not null)),
  check (kind not in ('lost', 'snipped', 'moved') or from_place_id is not null),
  check (kind not in ('sown', 'emerged', 'moved') or to_place_id is not null)
);

create index ledger_entry_of_batch on ledger_entry (nursery_id, batch_id, happened_on, sequence);

-- What stands now: batch × container kind × place. A projection of the ledger, written in the same transaction.
create table standing (
  nursery_id uuid not null,
  id uuid not null default gen_random_uuid(),
  batch_id uuid not null,
  container_id uuid,
  place_id uuid not null,
  seedlings int not null check (seedlings >= 0),
  containers int not null check (containers >= 0),
  reached int not null check (reached between 0 and 7),
  primary key (nursery_id, id),
  unique nulls not distinct (nursery_id, batch_id, container_id, place_id),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict,
  foreign key (nursery_id, container_id) references container_kind (nursery_id, id) on delete restrict,
  foreign key (nursery_id, place_id) references place (nursery_id, id) on delete restrict
);

-- The list of nurseries is read before one is chosen; with accounts it narrows to one's memberships.
alter table nursery enable row level security;
alter table nursery force row level security;
create policy nursery_list on nursery for select using (true);
create policy nursery_new on nursery for insert with check (id = (select nullif(current_setting('app.nursery', true), '')::uuid));
create policy nursery_own on nursery for update
  using (id = (select nullif(current_setting('app.nursery', true), '')::uuid))
  with check (id = (select nullif(current_setting('app.nursery', true), '')::uuid));

do $$
declare
  t text;
begin
  foreach t in array array['site', 'house_rules', 'place', 'container_kind', 'cultivar', 'batch', 'batch_move', 'plan_step', 'stage_lock', 'ledger_entry', 'standing'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    -- nullif: a pooled connection has the setting as '' after the first transaction, and ''::uuid would throw instead of showing nothing.
    execute format(
      'create policy own_nursery on %I using (nursery_id = (select nullif(current_setting(''app.nursery'', true), '''')::uuid))'
      ' with check (nursery_id = (select nullif(current_setting(''app.nursery'', true), '''')::uuid))', t);
  end loop;
end
$$;

grant usage on schema public to juvenal_web;
grant select, insert, update on nursery, site, house_rules, place, container_kind, cultivar, batch to juvenal_web;
grant select, insert, update, delete on batch_move, plan_step, stage_lock, standing to juvenal_web;
grant delete on place, container_kind, cultivar to juvenal_web;
-- Append-only: the server can neither change nor delete what was written.
grant select, insert on ledger_entry to juvenal_web;
