-- What a morning asks besides the jobs: the hours there are for them, and that somebody walked and all was well.

alter table site
  add column hands_hours float8 check (hands_hours > 0 and hands_hours <= 200),
  add column currency text check (length(currency) between 1 and 4);
comment on column site.hands_hours is 'Hours of work there are on a usual day, of all hands together; empty: not said';
comment on column site.currency is 'Sign that prices are shown with; empty: none';

create table care (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  on_day date not null,
  kind text not null check (kind in ('walked')),
  by_name text,
  taken_back boolean not null default false,
  written_at timestamptz not null default now(),
  primary key (nursery_id, id)
);
comment on table care is 'What was done for all that stands, without a plant being counted';
comment on column care.id is 'Made by the client';
comment on column care.on_day is 'The day it was done';
comment on column care.kind is 'walked: looked at every place, and all was well';
comment on column care.by_name is 'Who said so';
comment on column care.taken_back is 'It was said by mistake';
comment on column care.written_at is 'When it was said';
create index care_of_day on care (nursery_id, on_day);

alter table care enable row level security;
alter table care force row level security;
create policy own_nursery on care using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, update (taken_back) on care to juvenal_web;
