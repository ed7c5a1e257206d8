-- Plants that leave without being lost, plants that stand already, and plants that go on as a batch of their own.
alter table ledger_entry
  add column said jsonb,
  drop constraint ledger_entry_kind_check,
  add constraint ledger_entry_kind_check check (kind in ('sown', 'emerged', 'lost', 'snipped', 'moved', 'not-yet', 'undo', 'received', 'separated', 'used', 'corrected', 'out', 'parted')),
  add constraint out_says_how check (kind not in ('out', 'parted') or (said is not null and from_place_id is not null));
comment on column ledger_entry.said is 'What goes with it. Out: way (sold, given, discarded), whom, price each. Received as it stands: in the pot since, hardening since, batch it came from. Parted: the batch it went on as, and how many of the wanted plants that took over';
comment on column ledger_entry.kind is 'sown, emerged, lost, snipped, moved, not-yet, undo, received, separated, used, corrected, out or parted';

alter table batch
  add column gone int not null default 0 check (gone >= 0),
  add column parted int not null default 0 check (parted >= 0),
  add column parent_id uuid,
  add constraint batch_parent foreign key (nursery_id, parent_id) references batch (nursery_id, id) on delete restrict deferrable initially deferred,
  add constraint no_own_parent check (parent_id <> id),
  drop constraint batch_start_check,
  add constraint batch_start_check check (start in ('seed', 'plants', 'cuttings', 'grafts', 'standing'));
create index batch_of_parent on batch (nursery_id, parent_id) where parent_id is not null;
comment on column batch.gone is 'Plants sold, given away or discarded';
comment on column batch.parted is 'Plants that went on as batches of their own';
comment on column batch.parent_id is 'batch.id it was split off from';
comment on column batch.start is 'What it begins with: seed, plants, cuttings, grafts, or plants that stand already';
