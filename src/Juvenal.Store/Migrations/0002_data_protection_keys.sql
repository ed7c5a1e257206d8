-- The keys that cookies and tokens are made with, shared by all servers on one database.
-- Looked up before any nursery is known; the server may read and add, never change or remove.
create table data_protection_key (
  id bigint generated always as identity primary key,
  name text not null,
  xml text not null,
  created_at timestamptz not null default now()
);

alter table data_protection_key enable row level security;
alter table data_protection_key force row level security;
create policy keys_read on data_protection_key for select using (true);
create policy keys_add on data_protection_key for insert with check (true);
grant select, insert on data_protection_key to juvenal_web;
