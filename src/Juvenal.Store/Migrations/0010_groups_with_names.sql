-- A group of plants has a name of its own and keeps its state (docs/adr/0009): the name is the id of the entry that made it.

-- The group an entry is about. Entries from before groups had names have none: what stood in the place and pot is meant, as one.
alter table ledger_entry add column group_id uuid;
comment on column ledger_entry.group_id is 'standing.id of the group it takes from or adds to; empty: written before groups had names, what stands in the place and container is meant';

-- Two groups of one batch may stand in one place and pot.
alter table standing
  drop constraint standing_nursery_id_batch_id_container_id_place_id_key,
  add column in_pot_since date,
  add column hardened_since date,
  add column from_group uuid,
  add column merged boolean not null default false;
create index standing_of_batch on standing (nursery_id, batch_id);
comment on column standing.id is 'Identifier: ledger_entry.id of the entry that made the group';
comment on column standing.in_pot_since is 'Day since when they stand in this container, or in the bed';
comment on column standing.hardened_since is 'Day since when they harden off; empty: not begun';
comment on column standing.from_group is 'standing.id of the group they were parted from; that one may be empty by now, and gone';
comment on column standing.merged is 'Whether plants of unlike state were set together before groups had names: then the stage is that of the furthest';

-- What the ledgers come to is added up anew when the server starts: no stage days means not yet.
update batch set stage_days = null, put_offs = null;
