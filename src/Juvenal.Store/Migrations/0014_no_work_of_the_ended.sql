-- Nobody asks for the work of a batch that has ended: its jobs go with its end, and are made anew when it is reopened.
delete from job j
using batch b
where b.nursery_id = j.nursery_id and b.id = j.batch_id and b.ended_on is not null;
update batch set jobs_digest = null where ended_on is not null;
