-- Private addresses of calendars: looked up before a nursery is known, by the hash of the address alone.

create table calendar_key (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  account_id uuid not null references account (id) on delete restrict,
  secret_hash bytea not null unique check (length(secret_hash) = 32),
  made_at timestamptz not null,
  fetched_at timestamptz,
  revoked_at timestamptz,
  primary key (nursery_id, id)
);
comment on table calendar_key is 'A private address under which a person''s calendar program fetches the work to come';
comment on column calendar_key.id is 'Made by the server';
comment on column calendar_key.account_id is 'account.id: whose; it opens nothing once that membership has ended';
comment on column calendar_key.secret_hash is 'SHA-256 of the address''s secret; the secret itself is nowhere';
comment on column calendar_key.made_at is 'When it was made';
comment on column calendar_key.fetched_at is 'When it was last fetched; empty: never';
comment on column calendar_key.revoked_at is 'From then on it opens nothing; empty: it does';
create index calendar_key_of_account on calendar_key (nursery_id, account_id);

alter table calendar_key enable row level security;
alter table calendar_key force row level security;
create policy calendar_key_seen on calendar_key for select using (
  nursery_id = (select app_nursery())
  or secret_hash = (select decode(nullif(current_setting('app.calendar', true), ''), 'hex')));
create policy calendar_key_new on calendar_key for insert with check (nursery_id = (select app_nursery()));
create policy calendar_key_change on calendar_key for update using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, update (fetched_at, revoked_at) on calendar_key to juvenal_web;
