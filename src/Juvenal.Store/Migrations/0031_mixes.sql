-- Mixes by their parts, where a nursery has its own.

create table mix_recipe (
  nursery_id uuid not null references nursery (id) on delete restrict,
  use text not null check (use in ('sowing', 'first-move', 'tomato', 'pepper')),
  version int not null default 1,
  parts jsonb not null check (jsonb_typeof(parts) = 'array'),
  primary key (nursery_id, use)
);
comment on table mix_recipe is 'Mixes of the nursery; one that is not here is the usual one';
comment on column mix_recipe.use is 'What it is for: sowing, the first move, tomatoes or peppers later';
comment on column mix_recipe.version is 'Raised with each change';
comment on column mix_recipe.parts is 'Parts by volume: name, parts, litres in a bag';

alter table mix_recipe enable row level security;
alter table mix_recipe force row level security;
create policy own_nursery on mix_recipe using (nursery_id = (select app_nursery())) with check (nursery_id = (select app_nursery()));
grant select, insert, update (version, parts) on mix_recipe to juvenal_web;
