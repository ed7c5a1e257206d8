-- What is planned for a bed is found without looking at every batch's path.

create index path_step_planted on path_step (nursery_id, place_id) where kind = 'plant-out' and retired_on is null;
