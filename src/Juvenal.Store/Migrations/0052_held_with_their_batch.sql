-- Jobs, and steps whose day has moved, are held with their batch and found by it: no index by their days, and no name of a writing of
-- their own.
drop index job_by_day;
drop index job_to_come;
alter table job drop column written;
drop index plan_step_moved;

-- The last that was written on a day, however much that was.
create index ledger_entry_said_last on ledger_entry (nursery_id, said_on, sequence) where said_on is not null;
drop index ledger_entry_said;
