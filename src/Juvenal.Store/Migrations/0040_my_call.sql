-- What growers said beside go or hold, to be held against what came.

create table my_call (
  nursery_id uuid not null,
  id uuid not null,
  batch_id uuid not null,
  on_day date not null,
  place_id uuid not null,
  said text check (said in ('go', 'go-with-cover', 'hold')),
  call text not null check (call in ('go', 'hold')),
  by_name text,
  written_at timestamptz not null default now(),
  taken_back boolean not null default false,
  primary key (nursery_id, id),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict,
  foreign key (nursery_id, place_id) references place (nursery_id, id) on delete restrict
);
comment on table my_call is 'A grower''s own word beside go or hold';
comment on column my_call.id is 'Made by the client';
comment on column my_call.batch_id is 'batch.id';
comment on column my_call.on_day is 'The day it was said';
comment on column my_call.place_id is 'place.id: the bed they were to go into';
comment on column my_call.said is 'What the sheet said that day: go, go-with-cover or hold; empty: it could not tell';
comment on column my_call.call is 'What the grower said: go or hold';
comment on column my_call.by_name is 'Who said so';
comment on column my_call.written_at is 'When it was said';
comment on column my_call.taken_back is 'It was said by mistake';
create index my_call_of_batch on my_call (nursery_id, batch_id);

alter table my_call enable row level security;
alter table my_call force row level security;
create policy own_nursery on my_call using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, delete, update (taken_back) on my_call to juvenal_web;
