-- The next jobs after a day are found by their day alone.
create index job_to_come on job (nursery_id, greatest(due, put_off_to), id);
