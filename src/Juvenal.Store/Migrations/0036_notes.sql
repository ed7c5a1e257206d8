-- What is seen on a batch and noted; and what is seen of it at the next looks.

create table note (
  nursery_id uuid not null,
  id uuid not null,
  batch_id uuid not null,
  sign text check (length(sign) between 1 and 40),
  words text not null default '' check (length(words) <= 500),
  answers jsonb not null default '{}',
  on_day date not null,
  by_name text,
  written_at timestamptz not null default now(),
  taken_back boolean not null default false,
  primary key (nursery_id, id),
  check (sign is not null or words <> ''),
  foreign key (nursery_id, batch_id) references batch (nursery_id, id) on delete restrict
);
comment on table note is 'What was seen on a batch: a sign, or words, or both';
comment on column note.id is 'Made by the client';
comment on column note.batch_id is 'batch.id';
comment on column note.sign is 'What is wrong to see; it is asked after until it is gone; empty: words alone';
comment on column note.words is 'The grower''s own, up to 500 characters';
comment on column note.answers is 'What was looked at: question and yes or no';
comment on column note.on_day is 'The day it was seen';
comment on column note.by_name is 'Who said so';
comment on column note.written_at is 'When it was said';
comment on column note.taken_back is 'It was said by mistake';
create index note_of_batch on note (nursery_id, batch_id);
create index note_that_is_asked_after on note (nursery_id) where sign is not null and not taken_back;

create table note_look (
  nursery_id uuid not null,
  id uuid not null,
  note_id uuid not null,
  how text not null check (how in ('still', 'better', 'gone')),
  on_day date not null,
  by_name text,
  written_at timestamptz not null default now(),
  taken_back boolean not null default false,
  primary key (nursery_id, id),
  foreign key (nursery_id, note_id) references note (nursery_id, id) on delete restrict
);
comment on table note_look is 'How what was noted is by now';
comment on column note_look.id is 'Made by the client';
comment on column note_look.note_id is 'note.id';
comment on column note_look.how is 'still: as it was; better; gone: it is asked after no more';
comment on column note_look.on_day is 'The day of the look';
comment on column note_look.by_name is 'Who said so';
comment on column note_look.written_at is 'When it was said';
comment on column note_look.taken_back is 'It was said by mistake';
create index note_look_of_note on note_look (nursery_id, note_id);

alter table note enable row level security;
alter table note force row level security;
create policy own_nursery on note using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, delete, update (taken_back) on note to juvenal_web;
alter table note_look enable row level security;
alter table note_look force row level security;
create policy own_nursery on note_look using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, delete, update (taken_back) on note_look to juvenal_web;
