-- Somebody looked at the plants: leaves, roots. Nothing changes but what is known.

alter table ledger_entry
  drop constraint ledger_entry_kind_check,
  add constraint ledger_entry_kind_check check (kind in ('sown', 'emerged', 'lost', 'snipped', 'moved', 'not-yet', 'undo', 'received', 'separated', 'used', 'corrected', 'out', 'parted', 'spaced', 'together', 'identity', 'checked')),
  drop constraint these_say_more,
  add constraint these_say_more check (kind not in ('spaced', 'together', 'identity', 'checked') or (said is not null and from_place_id is not null));
comment on column ledger_entry.kind is 'sown, emerged, lost, snipped, moved, not-yet, undo, received, separated, used, corrected, out, parted, spaced, together, identity or checked';

alter table standing add column seen jsonb;
comment on column standing.seen is 'What was seen of them last: day, true leaves, roots at the wall (none, showing, circling, matted); empty: nobody looked';
