-- The tray as it lies on the bench: its rows and cells, where a batch begins, what it grows in; packets with a book of their own.

alter table container_kind
  add column form text not null default 'pot' check (form in ('tray', 'row-tray', 'pot', 'pellet', 'wool', 'net-cup')),
  add column row_cells int check (row_cells between 1 and 1000);
update container_kind set form = 'tray' where cells is not null;
alter table container_kind
  add constraint trays_have_cells check (form not in ('tray', 'row-tray') or cells is not null),
  add constraint pots_have_none check (form not in ('pot', 'net-cup') or cells is null),
  add constraint rows_fill_the_tray check (row_cells is null or (cells is not null and cells % row_cells = 0));

alter table cultivar
  add column origin text not null default 'unknown' check (origin in ('open-pollinated', 'hybrid', 'unknown')),
  add column note text check (length(note) <= 500),
  add column tags text[] not null default '{}' check (cardinality(tags) <= 20);

alter table house_rules
  add column seed_leaves text not null default 'second-move' check (seed_leaves in ('second-move', 'second-leaves', 'leave')),
  add column watering text not null default 'below' check (watering in ('below', 'above'));

alter table batch
  add column start text not null default 'seed' check (start in ('seed', 'plants', 'cuttings', 'grafts')),
  add column start_leaves double precision not null default 0 check (start_leaves between 0 and 12),
  add column price_each double precision check (price_each between 0 and 10000),
  add column rootstock_id uuid,
  add column scion_id uuid,
  add column union_cm double precision check (union_cm between 1 and 60),
  add column used int not null default 0 check (used >= 0),
  add column counted_on date,
  add column tray_counts jsonb not null default '[]',
  add constraint batch_rootstock foreign key (nursery_id, rootstock_id) references batch (nursery_id, id) on delete restrict deferrable initially deferred,
  add constraint batch_scion foreign key (nursery_id, scion_id) references batch (nursery_id, id) on delete restrict deferrable initially deferred,
  add constraint grafts_have_parts check (start = 'grafts' or (rootstock_id is null and scion_id is null and union_cm is null));

alter table ledger_entry
  drop constraint ledger_entry_kind_check,
  add constraint ledger_entry_kind_check check (kind in ('sown', 'emerged', 'lost', 'snipped', 'moved', 'not-yet', 'undo', 'received', 'separated', 'used', 'corrected')),
  add column lot_id uuid,
  add column trays jsonb,
  add column act uuid,
  add constraint ledger_entry_lot foreign key (nursery_id, lot_id) references seed_lot (nursery_id, id) on delete restrict,
  add constraint corrections_name_what_they_correct check (kind <> 'corrected' or corrects is not null),
  add constraint new_kinds_have_groups check ((kind not in ('separated', 'used') or from_place_id is not null) and (kind <> 'received' or to_place_id is not null));
-- What was sown before counts against the packet that its batch names.
update batch b set counted_on = (
  select max(e.happened_on) from ledger_entry e
  where e.nursery_id = b.nursery_id and e.batch_id = b.id and e.kind = 'emerged'
    and not exists (select from ledger_entry u where u.nursery_id = e.nursery_id and u.kind = 'undo' and u.corrects = e.id));
update ledger_entry e set lot_id = b.lot_id from batch b where b.nursery_id = e.nursery_id and b.id = e.batch_id and e.kind = 'sown';

create table tray (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  code text not null check (length(code) between 1 and 20),
  season int not null,
  container_id uuid not null,
  primary key (nursery_id, id),
  unique (nursery_id, code),
  foreign key (nursery_id, container_id) references container_kind (nursery_id, id) on delete restrict
);

-- A row is never shared: each has one batch and one label.
create table tray_row (
  nursery_id uuid not null,
  tray_id uuid not null,
  row_no int not null check (row_no between 1 and 1000),
  batch_id uuid not null,
  cells int not null check (cells between 1 and 1000),
  primary key (nursery_id, tray_id, row_no),
  foreign key (nursery_id, tray_id) references tray (nursery_id, id) on delete restrict,
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict
);
create index tray_row_of_batch on tray_row (nursery_id, batch_id);

-- A packet's own book: tests, what went elsewhere, recounts. What is sown stands in the batches' ledger.
create table lot_entry (
  nursery_id uuid not null,
  id uuid not null,
  sequence bigint generated always as identity,
  lot_id uuid not null,
  kind text not null check (kind in ('test', 'gone', 'recount', 'undo')),
  happened_on date not null,
  written_at timestamptz not null default now(),
  seeds int not null check (seeds between 0 and 10000000),
  up int check (up between 0 and seeds),
  note text check (length(note) <= 200),
  corrects uuid,
  by_name text,
  primary key (nursery_id, id),
  foreign key (nursery_id, lot_id) references seed_lot (nursery_id, id) on delete restrict,
  foreign key (nursery_id, corrects) references lot_entry (nursery_id, id) on delete restrict,
  check ((kind = 'test') = (up is not null)),
  check ((kind = 'undo') = (corrects is not null))
);
create index lot_entry_of_lot on lot_entry (nursery_id, lot_id, happened_on, sequence);
insert into lot_entry (nursery_id, id, lot_id, kind, happened_on, seeds, up)
select nursery_id, gen_random_uuid(), id, 'test', tested_on, tested_sown, tested_up from seed_lot where tested_on is not null;
alter table seed_lot drop column tested_sown, drop column tested_up, drop column tested_on;

create table place_reading (
  nursery_id uuid not null,
  id uuid not null,
  place_id uuid not null,
  day date not null,
  soil_c double precision not null check (soil_c between -30 and 60),
  by_name text,
  primary key (nursery_id, id),
  foreign key (nursery_id, place_id) references place (nursery_id, id) on delete restrict
);
create index place_reading_by_day on place_reading (nursery_id, place_id, day);

do $$
declare
  t text;
begin
  foreach t in array array['tray', 'tray_row', 'lot_entry', 'place_reading'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format(
      'create policy own_nursery on %I using (nursery_id = (select nullif(current_setting(''app.nursery'', true), '''')::uuid))'
      ' with check (nursery_id = (select nullif(current_setting(''app.nursery'', true), '''')::uuid))', t);
  end loop;
end
$$;
grant select, insert, delete on tray, tray_row, place_reading to juvenal_web;
-- Append-only, as the plants' ledger is.
grant select, insert on lot_entry to juvenal_web;

comment on column container_kind.form is 'tray, row-tray, pot, pellet, wool (mineral-wool plug) or net-cup';
comment on column container_kind.row_cells is 'Cells in a row of the tray; empty: as usual for that many cells';
comment on column cultivar.origin is 'open-pollinated, hybrid or unknown';
comment on column cultivar.note is 'Note';
comment on column cultivar.tags is 'Resistances and other marks';
comment on column house_rules.seed_leaves is 'When seed leaves are pinched off: second-move, second-leaves or leave';
comment on column house_rules.watering is 'below (until potted) or above';
comment on column batch.start is 'What it begins with: seed, plants, cuttings or grafts';
comment on column batch.start_leaves is 'True leaves it begins with';
comment on column batch.price_each is 'Paid for a bought-in plant';
comment on column batch.rootstock_id is 'batch.id the rootstocks come from';
comment on column batch.scion_id is 'batch.id the scions come from';
comment on column batch.union_cm is 'Height of the graft union above the ball, cm';
comment on column batch.used is 'Seedlings that went into grafts';
comment on column batch.counted_on is 'Day of the last count of what is up';
comment on column batch.tray_counts is 'The last count of each tray''s cells';
comment on column ledger_entry.lot_id is 'seed_lot.id that sown seeds were taken from';
comment on column ledger_entry.trays is 'Cells counted, by tray: a sign for each cell in the tray''s order, a digit for seedlings, a dot where the batch has no cell';
comment on column ledger_entry.act is 'Entries of one act in several batches (grafting) share it';
comment on column tray.id is 'Identifier';
comment on column tray.code is 'As on its label';
comment on column tray.season is 'Season the code belongs to';
comment on column tray.container_id is 'container_kind.id';
comment on column tray_row.tray_id is 'tray.id';
comment on column tray_row.row_no is 'Row, from 1';
comment on column tray_row.batch_id is 'batch.id sown in this row';
comment on column tray_row.cells is 'Cells of the row that are sown, from its beginning';
comment on column lot_entry.id is 'Identifier';
comment on column lot_entry.lot_id is 'seed_lot.id';
comment on column lot_entry.kind is 'test (seeds laid out), gone (given, lost), recount (left in the packet), undo';
comment on column lot_entry.happened_on is 'Day it happened';
comment on column lot_entry.written_at is 'When it was written';
comment on column lot_entry.seeds is 'Seeds';
comment on column lot_entry.up is 'Of the seeds of a test, came up';
comment on column lot_entry.note is 'Note';
comment on column lot_entry.corrects is 'lot_entry.id that is taken back';
comment on column lot_entry.by_name is 'Who wrote it';
comment on column place_reading.id is 'Identifier';
comment on column place_reading.place_id is 'place.id';
comment on column place_reading.day is 'Day';
comment on column place_reading.soil_c is 'Read at sowing depth, °C';
comment on column place_reading.by_name is 'Who read it';
