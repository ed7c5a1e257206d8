-- People: accounts, what they may do where, invitations, and the list of what was done with them.
-- These are looked up before a nursery is chosen, so each states its own policy. What is known of the asker stands in
-- app.account (signed in), app.sign_in (the name typed at the door) and app.invitation (the hash of the link's secret).

create table account (
  id uuid primary key,
  name text not null check (length(name) between 3 and 60),
  -- The name without regard to upper and lower case, made by the server.
  name_key text not null unique,
  -- Empty: nobody can sign in with a password.
  password_hash text not null,
  -- Changes with the password; a session that carries an older one has ended.
  stamp uuid not null,
  created_at timestamptz not null default now()
);

create table membership (
  nursery_id uuid not null references nursery (id) on delete restrict,
  account_id uuid not null references account (id) on delete restrict,
  role text not null check (role in ('owner', 'grower', 'helper')),
  since timestamptz not null default now(),
  -- Someone who left stays in the list of what was done.
  ended_at timestamptz,
  primary key (nursery_id, account_id)
);

create index membership_of_account on membership (account_id);

create table invitation (
  nursery_id uuid not null references nursery (id) on delete restrict,
  id uuid not null,
  role text not null check (role in ('owner', 'grower', 'helper')),
  -- SHA-256 of the link's secret; the secret itself is nowhere.
  secret_hash bytea not null unique check (length(secret_hash) = 32),
  made_at timestamptz not null,
  expires_at timestamptz not null,
  used_at timestamptz,
  used_by text,
  withdrawn_at timestamptz,
  primary key (nursery_id, id),
  check (expires_at > made_at),
  check ((used_at is null) = (used_by is null))
);

create table audit_entry (
  id bigint generated always as identity primary key,
  happened_at timestamptz not null,
  -- Null: it concerns the account in all its nurseries (a sign-in).
  nursery_id uuid references nursery (id) on delete restrict,
  account_id uuid references account (id) on delete restrict,
  kind text not null check (length(kind) between 1 and 40),
  by_name text not null,
  about text
);

create index audit_entry_of_nursery on audit_entry (nursery_id, happened_at);
create index audit_entry_of_account on audit_entry (account_id, happened_at);

-- Tries to sign in, counted for known and unknown names alike.
create table sign_in_try (
  key bytea primary key check (length(key) = 32),
  tries int not null check (tries > 0),
  since timestamptz not null
);

-- Who wrote it, by name: it stays readable when that person has left, and travels with an export.
alter table ledger_entry add column by_name text check (length(by_name) between 1 and 60);

create function app_account() returns uuid language sql stable as $$ select nullif(current_setting('app.account', true), '')::uuid $$;
create function app_nursery() returns uuid language sql stable as $$ select nullif(current_setting('app.nursery', true), '')::uuid $$;

-- The one thing that sees all nurseries, and only their ids: for planning a new day.
create function every_nursery() returns setof uuid language sql stable security definer set search_path = public as $$ select id from nursery order by created_at, id $$;
revoke execute on function every_nursery() from public;
grant execute on function every_nursery() to juvenal_web;

-- Whether anyone could sign in yet, and no more.
create function anyone_has_a_nursery() returns boolean language sql stable security definer set search_path = public as
  $$ select exists (select from membership where role = 'owner' and ended_at is null) $$;
revoke execute on function anyone_has_a_nursery() from public;
grant execute on function anyone_has_a_nursery() to juvenal_web;

drop policy nursery_list on nursery;
create policy nursery_seen on nursery for select using (
  id = (select app_nursery())
  or id in (select nursery_id from membership where account_id = (select app_account()) and ended_at is null));

do $$
declare
  t text;
begin
  foreach t in array array['account', 'membership', 'invitation', 'audit_entry', 'sign_in_try'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
  end loop;
end
$$;

create policy account_seen on account for select using (
  id = (select app_account())
  or name_key = (select nullif(current_setting('app.sign_in', true), ''))
  or id in (select account_id from membership where nursery_id = (select app_nursery())));
create policy account_new on account for insert with check (id = (select app_account()));
create policy account_own on account for update using (id = (select app_account())) with check (id = (select app_account()));

create policy membership_seen on membership for select using (nursery_id = (select app_nursery()) or account_id = (select app_account()));
create policy membership_new on membership for insert with check (nursery_id = (select app_nursery()));
create policy membership_change on membership for update using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));

create policy invitation_seen on invitation for select using (
  nursery_id = (select app_nursery())
  or secret_hash = (select decode(nullif(current_setting('app.invitation', true), ''), 'hex')));
create policy invitation_new on invitation for insert with check (nursery_id = (select app_nursery()));
create policy invitation_change on invitation for update using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));

create policy audit_seen on audit_entry for select using (
  nursery_id = (select app_nursery())
  or nursery_id is null and account_id in (select account_id from membership where nursery_id = (select app_nursery())));
create policy audit_new on audit_entry for insert with check (true);

create policy tries on sign_in_try using (true) with check (true);

grant select, insert, update on account, membership, invitation to juvenal_web;
grant select, insert on audit_entry to juvenal_web;
grant select, insert, update, delete on sign_in_try to juvenal_web;
