-- What was done for the plants of a place in a night: it has the date of its evening, and touches no step and no count.

create table night (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  evening date not null,
  place_id uuid not null,
  did text not null check (did in ('covered', 'brought-in', 'left-out', 'open')),
  expected_c float8,
  limit_c float8,
  by_name text,
  out_again boolean not null default false,
  written_at timestamptz not null default now(),
  primary key (nursery_id, id),
  foreign key (nursery_id, place_id) references place (nursery_id, id) on delete restrict
);
comment on table night is 'What was done for the plants of a place in a night; the last line of an evening and place counts';
comment on column night.id is 'Made by the client; of the carrying too, where they were brought in';
comment on column night.place_id is 'Where the plants stood';
comment on column night.by_name is 'Who said so';
comment on column night.written_at is 'When it was said';
comment on column night.evening is 'The day on whose evening the night begins';
comment on column night.did is 'covered, brought-in, left-out by one''s own word, or open: taken back';
comment on column night.out_again is 'Brought in, and out again since';
comment on column night.expected_c is 'The low that was expected there when it was said, °C';
comment on column night.limit_c is 'Below which the tenderest there are brought in or covered, °C';
create index night_of_evening on night (nursery_id, evening, place_id);

alter table night enable row level security;
alter table night force row level security;
create policy own_nursery on night using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, update (out_again) on night to juvenal_web;
