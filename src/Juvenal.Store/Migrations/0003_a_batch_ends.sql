-- A batch that is given up, or of which nothing is left, ends: it leaves the round and stays in the books.
alter table batch
  add column ended_on date,
  add column end_reason text check (length(end_reason) between 1 and 200),
  add constraint batch_end_has_reason check ((ended_on is null) = (end_reason is null));
