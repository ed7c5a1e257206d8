-- Plants are pinched, and aired by the day; lamps burn at a second strength.

alter table ledger_entry
  drop constraint ledger_entry_kind_check,
  add constraint ledger_entry_kind_check check (kind in ('sown', 'emerged', 'lost', 'snipped', 'moved', 'not-yet', 'undo', 'received', 'separated', 'used', 'corrected', 'out', 'parted', 'spaced', 'together', 'identity', 'checked', 'pinched', 'aired')),
  drop constraint these_say_more,
  add constraint these_say_more check (kind not in ('spaced', 'together', 'identity', 'checked', 'pinched', 'aired') or (said is not null and from_place_id is not null));
comment on column ledger_entry.kind is 'sown, emerged, lost, snipped, moved, not-yet, undo, received, separated, used, corrected, out, parted, spaced, together, identity, checked, pinched or aired';

alter table standing
  add column topped int not null default 0 check (topped >= 0),
  add column topped_on date,
  add column outdoors jsonb;
comment on column standing.topped is 'How many of them were topped';
comment on column standing.topped_on is 'The day at least half of them were topped; empty: they were not';
comment on column standing.outdoors is 'Their hardening: rungs before it is recorded, each day outdoors as it was, and where they stood since when; empty: not begun';

-- Ledgers of what hardens off are added up anew, so that it is known; their plans follow.
update batch b
set step_days = null, planned_inputs = case when b.ended_on is null then null else b.planned_inputs end
where exists (select from standing s where s.nursery_id = b.nursery_id and s.batch_id = b.id and s.hardened_since is not null);

alter table place
  add column second_umol float8 check (second_umol > 0 and second_umol <= 3000),
  add column second_hours float8 check (second_hours > 0 and second_hours <= 24),
  add constraint a_second_strength_has_its_hours check ((second_umol is null) = (second_hours is null)),
  add constraint a_second_strength_follows_a_first check (second_umol is null or lamp_umol is not null);
comment on column place.second_umol is 'Light of its lamps at a second strength, µmol/m²·s; empty: there is none';
comment on column place.second_hours is 'Hours a day that they burn at it';
