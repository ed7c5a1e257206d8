-- Days that are not known for certain, doubts that were answered, pots set apart or together, and plants that nobody is sure of.
alter table ledger_entry
  add column about smallint check (about in (3, 10)),
  add column sure text[],
  drop constraint ledger_entry_kind_check,
  add constraint ledger_entry_kind_check check (kind in ('sown', 'emerged', 'lost', 'snipped', 'moved', 'not-yet', 'undo', 'received', 'separated', 'used', 'corrected', 'out', 'parted', 'spaced', 'together', 'identity')),
  add constraint these_say_more check (kind not in ('spaced', 'together', 'identity') or (said is not null and from_place_id is not null));
comment on column ledger_entry.about is 'How many days the day may be off, before or after; empty: it is that day';
comment on column ledger_entry.sure is 'Doubts that the grower was asked and has answered: up-early, planted-tender';
comment on column ledger_entry.kind is 'sown, emerged, lost, snipped, moved, not-yet, undo, received, separated, used, corrected, out, parted, spaced, together or identity';
comment on column ledger_entry.said is 'What goes with it. Out: way (sold, given, discarded), whom, price each. Received as it stands: in the pot since, hardening since, batch it came from. Parted: the batch it went on as, and how many of the wanted plants that took over; or the batch it turned out to be of. Spaced: cm from middle to middle. Together: the group it stands as one with. Identity: the batches it may be of; none named: nobody knows; no list: sure again';

alter table standing
  add column spaced_cm double precision check (spaced_cm > 0),
  add column one_of uuid[];
comment on column standing.spaced_cm is 'From the middle of one pot to that of the next, cm; empty: nobody said';
comment on column standing.one_of is 'batch.id of those that they may be of, their own among them; none: nobody knows; empty: they are sure';

alter table batch add column abouts jsonb not null default '{}';
comment on column batch.abouts is 'By path_step.id: how many days the day of a step may be off';
