-- One order of locks: the nursery's inputs, packets, batches, trays, counters (docs/adr/0007). And each command has one effect.

-- The first lock of every act: shared by acts, held alone by what changes the inputs of plans (site, rules, places, cultivars, forecast, day).
create table nursery_input (
  nursery_id uuid primary key references nursery (id) on delete restrict,
  version int not null default 1
);
insert into nursery_input (nursery_id) select id from nursery;

-- The last lock: running numbers of codes.
create table code_counter (
  nursery_id uuid not null references nursery (id) on delete restrict,
  kind text not null check (kind in ('batch', 'tray')),
  season int not null,
  last int not null check (last >= 0),
  primary key (nursery_id, kind, season)
);
insert into code_counter (nursery_id, kind, season, last)
select nursery_id, 'batch', season, max(coalesce(substring(code from '[0-9]{1,9}$')::int, 0)) from batch group by nursery_id, season
union all
select nursery_id, 'tray', season, max(coalesce(substring(code from '[0-9]{1,9}$')::int, 0)) from tray group by nursery_id, season;

-- What one command wrote: sent again it is answered the same, with other contents it is refused.
create table act (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  payload_hash bytea not null check (length(payload_hash) = 32),
  entries uuid[] not null,
  made_at timestamptz not null default now(),
  primary key (nursery_id, id)
);

-- What the ledger comes to besides its counts, so that a re-plan need not add it up again; null: not written yet, the ledger is read.
alter table batch
  add column stage_days jsonb,
  add column put_offs jsonb,
  add column summary_digest text,
  add column kept_on date,
  add constraint batch_facts_together check ((stage_days is null) = (put_offs is null));
-- What a step says, in short: a re-plan writes the steps that say something else.
alter table plan_step add column digest text;
comment on column batch.stage_days is 'Day each stage took place for at least half of the plants, by number of the stage; made from the ledger';
comment on column batch.put_offs is 'Day and reason each stage was last put off to, by number of the stage; made from the ledger';
comment on column batch.kept_on is 'Day it was planned; empty where that is not known';
comment on column batch.summary_digest is 'Checksum of the plan besides its steps';
comment on column plan_step.digest is 'Checksum of the step';

-- The ledger is asked for what corrects an entry, and for what was sown, far more often than for all of it.
create index ledger_entry_that_corrects on ledger_entry (nursery_id, batch_id, corrects) where corrects is not null;
create index ledger_entry_sown on ledger_entry (nursery_id, batch_id) where kind = 'sown';
create index ledger_entry_of_act on ledger_entry (nursery_id, act) where act is not null;

-- Sessions that were signed out of: a copy of their cookie opens nothing. Older than a cookie lasts, they are forgotten.
create table ended_session (
  id uuid primary key,
  account_id uuid not null references account (id) on delete restrict,
  ended_at timestamptz not null
);

-- Tries on one name, from wherever: a new password given out at the machine takes them all back. A refused try counts nowhere.
alter table sign_in_try add column name_key bytea check (length(name_key) = 32);
alter table sign_in_try drop constraint sign_in_try_tries_check, add constraint sign_in_try_tries_check check (tries >= 0);
create index sign_in_try_of_name on sign_in_try (name_key);

alter table nursery_input enable row level security;
alter table nursery_input force row level security;
alter table code_counter enable row level security;
alter table code_counter force row level security;
alter table act enable row level security;
alter table act force row level security;
alter table ended_session enable row level security;
alter table ended_session force row level security;
create policy own_nursery on nursery_input using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
create policy own_nursery on code_counter using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
create policy own_nursery on act using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
create policy own_sessions on ended_session using (account_id = (select app_account())) with check (account_id = (select app_account()));
grant select, insert, update on nursery_input, code_counter to juvenal_web;
grant select, insert on act to juvenal_web;
grant select, insert, delete on ended_session to juvenal_web;

-- A line of the list of sign-ins is about one's own nursery, or about oneself.
drop policy audit_new on audit_entry;
create policy audit_new on audit_entry for insert with check (
  nursery_id = (select app_nursery())
  or nursery_id is null and account_id = (select app_account()));

comment on table act is 'What one command wrote';
