-- The germination of a batch is known as from so many seeds.

alter table batch add column germination_weight float8 check (germination_weight >= 1 and germination_weight <= 100000);
comment on column batch.germination_weight is 'The germination is known as from so many seeds; null: as an assumption';
