-- The next jobs after a day are found by their day alone.
create index job_to_come on job (nursery_id, greatest(due, put_off_to), id);

-- Groups that were walked out together had the same: told apart by a digest, it is read once for all of them.
alter table standing add column outdoors_digest text generated always as (md5(outdoors::text)) stored;
comment on column standing.outdoors_digest is 'What tells their hardening from that of other groups, made from it; empty: not begun';

-- What was sown from a packet is found by the packet.
create index ledger_entry_sown_from on ledger_entry (nursery_id, lot_id, batch_id) where kind = 'sown';

-- A job that says something else is another writing of its row: who holds it reads it anew. Never the same twice, even where a backup
-- was put in place of what came after it.
alter table job add column written uuid not null default gen_random_uuid();
comment on column job.written is 'Another with each writing of the row: as long as it is the same, so is the rest';
