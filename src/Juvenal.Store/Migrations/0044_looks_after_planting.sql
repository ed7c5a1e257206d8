-- Plants in beds are looked at in their first two weeks; what is lost is in the ledger.

create table planting_look (
  nursery_id uuid not null,
  id uuid not null,
  batch_id uuid not null,
  group_id uuid not null,
  on_day date not null,
  by_name text,
  written_at timestamptz not null default now(),
  taken_back boolean not null default false,
  primary key (nursery_id, id),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict
);
comment on table planting_look is 'Somebody looked at plants in a bed, and those that the ledger has there were alive';
comment on column planting_look.id is 'Made by the client';
comment on column planting_look.batch_id is 'batch.id';
comment on column planting_look.group_id is 'Which of its groups: standing.id';
comment on column planting_look.on_day is 'The day of the look';
comment on column planting_look.by_name is 'Who looked';
comment on column planting_look.written_at is 'When it was said';
comment on column planting_look.taken_back is 'It was said by mistake';
create index planting_look_of_batch on planting_look (nursery_id, batch_id);

alter table planting_look enable row level security;
alter table planting_look force row level security;
create policy own_nursery on planting_look using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, delete, update (taken_back) on planting_look to juvenal_web;
