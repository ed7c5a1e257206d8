-- What stands in beds is found without looking at every pot: each entry asks how full they are.

create index standing_planted on standing (nursery_id, place_id) where container_id is null;
