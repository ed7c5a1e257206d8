-- The nursery's day on which something was written: what was done today can be undone all day, whatever day it is dated to.
alter table ledger_entry add column said_on date;
comment on column ledger_entry.said_on is 'The nursery''s day when it was written; empty in what is older than this column';
create index ledger_entry_said on ledger_entry (nursery_id, said_on) where said_on is not null;

-- Steps whose day has moved since it was last told.
create index plan_step_moved on plan_step (nursery_id) where done_on is null and abs(mid - announced_on) >= 2;
