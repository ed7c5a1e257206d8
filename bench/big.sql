-- Makes the made-up yard large (the small nursery beside it stays as it is): each of its batches again and again with its trays, plan and ledger, all under new ids and codes.
-- psql -v yard=… -v copies=141 -v open=48 -v counts=242: how many more of each batch, how many of them not ended, how often each was counted again.
-- As the owner, who passes the walls; the plants stand where they stood, so that every ledger still adds up.
\set ON_ERROR_STOP on
begin;
create function pg_temp.anew(k int, x uuid) returns uuid language sql immutable as $$ select md5(k || x::text)::uuid $$;

-- What is kept by step, for the steps of the copy.
create function pg_temp.by_step(k int, x jsonb) returns jsonb language sql immutable as $$
  select coalesce(jsonb_object_agg(pg_temp.anew(k, key::uuid), value), '{}') from jsonb_each(x)
$$;

create function pg_temp.copy_rows(source text, k int, changes jsonb, wanted text) returns void language plpgsql as $$
declare
  names text;
  expressions text;
begin
  select string_agg(quote_ident(attname), ', ' order by attnum), string_agg(coalesce(changes ->> attname, 't.' || quote_ident(attname)), ', ' order by attnum)
  into names, expressions
  from pg_attribute
  where attrelid = source::regclass and attnum > 0 and not attisdropped and attidentity = '' and attgenerated = '';
  execute format('insert into %I (%s) select %s from %I t where %s', source, names, replace(expressions, '$k', k::text), source, replace(wanted, '$k', k::text));
end
$$;

create temp table seed_batch as select nursery_id, id, code from batch where nursery_id = :'yard';
create temp table seed_tray as select nursery_id, id, row_number() over (order by code) as n from tray where nursery_id = :'yard';
create temp table seed_packet as select id from seed_lot where nursery_id = :'yard';
create index on seed_batch (id);
create index on seed_tray (id);
analyze seed_batch;

-- Each batch was counted again and again, with the same result.
insert into ledger_entry (nursery_id, id, batch_id, kind, step_id, happened_on, to_container_id, to_place_id, seedlings, payload_hash)
select e.nursery_id, md5(n || e.id::text || 'again')::uuid, e.batch_id, 'emerged', e.step_id, e.happened_on, e.to_container_id, e.to_place_id, b.emerged, '\x00'
from batch b
join lateral (
  select *
  from ledger_entry e
  where e.nursery_id = b.nursery_id and e.batch_id = b.id and e.kind = 'emerged' and e.seedlings = b.emerged
    and not exists (select from ledger_entry u where u.nursery_id = e.nursery_id and u.corrects = e.id)
  order by e.happened_on desc, e.sequence desc
  limit 1) e on true
cross join generate_series(1, :counts) n
where b.nursery_id = :'yard';

select set_config('big.copies', :'copies', true), set_config('big.open', :'open', true);
do $$
declare
  k int;
begin
  for k in 1..current_setting('big.copies')::int loop
    -- A nursery of that size does not sow out of seven packets: each of them is there anew for a few copies.
    if k % 7 = 1 then
      perform pg_temp.copy_rows('seed_lot', k, '{"id": "pg_temp.anew($k, t.id)", "name": "t.name || '' '' || $k", "from_batch_id": "null"}', 't.id in (select id from seed_packet)');
      perform pg_temp.copy_rows('lot_entry', k, '{"id": "pg_temp.anew($k, t.id)", "lot_id": "pg_temp.anew($k, t.lot_id)", "corrects": "pg_temp.anew($k, t.corrects)"}', 't.lot_id in (select id from seed_packet) order by t.sequence');
    end if;
    perform pg_temp.copy_rows('batch', k, '{"id": "pg_temp.anew($k, t.id)", "code": "left(t.code, 2) || ''-'' || (100 * $k + substring(t.code from ''[0-9]+$'')::int)",
      "lot_id": "pg_temp.anew($k - ($k - 1) % 7, t.lot_id)", "rootstock_id": "null", "scion_id": "null", "start": "''seed''", "union_cm": "null", "price_each": "null", "tray_counts": "''[]''",
      "step_days": "pg_temp.by_step($k, t.step_days)", "put_offs": "pg_temp.by_step($k, t.put_offs)", "abouts": "pg_temp.by_step($k, t.abouts)"}',
      't.start not in (''plants'', ''cuttings'', ''grafts'', ''standing'') and t.parent_id is null and t.id in (select id from seed_batch)');
    perform pg_temp.copy_rows('path_step', k, '{"batch_id": "pg_temp.anew($k, t.batch_id)", "id": "pg_temp.anew($k, t.id)"}', 't.batch_id in (select id from seed_batch) and exists (select from batch b where b.id = pg_temp.anew($k, t.batch_id))');
    perform pg_temp.copy_rows('plan_step', k, '{"batch_id": "pg_temp.anew($k, t.batch_id)", "step_id": "pg_temp.anew($k, t.step_id)"}', 't.batch_id in (select id from seed_batch) and exists (select from batch b where b.id = pg_temp.anew($k, t.batch_id))');
    perform pg_temp.copy_rows('standing', k, '{"batch_id": "pg_temp.anew($k, t.batch_id)", "id": "pg_temp.anew($k, t.id)", "from_group": "pg_temp.anew($k, t.from_group)", "reached_step_id": "pg_temp.anew($k, t.reached_step_id)"}', 't.batch_id in (select id from seed_batch) and exists (select from batch b where b.id = pg_temp.anew($k, t.batch_id))');
    perform pg_temp.copy_rows('job', k, '{"batch_id": "pg_temp.anew($k, t.batch_id)", "id": "pg_temp.anew($k, t.id)", "group_id": "pg_temp.anew($k, t.group_id)", "step_id": "pg_temp.anew($k, t.step_id)"}', 't.batch_id in (select id from seed_batch) and exists (select from batch b where b.id = pg_temp.anew($k, t.batch_id))');
    perform pg_temp.copy_rows('tray', k, '{"id": "pg_temp.anew($k, t.id)", "code": "left(t.code, 2) || ''-T'' || (1000 * $k + substring(t.code from ''[0-9]+$'')::int)"}', 't.id in (select id from seed_tray)');
    perform pg_temp.copy_rows('tray_row', k, '{"tray_id": "pg_temp.anew($k, t.tray_id)", "batch_id": "pg_temp.anew($k, t.batch_id)"}', 't.batch_id in (select id from seed_batch) and exists (select from batch b where b.id = pg_temp.anew($k, t.batch_id))');
    -- In the order they were written: what happened on one day rests on it.
    perform pg_temp.copy_rows('ledger_entry', k, '{"id": "pg_temp.anew($k, t.id)", "batch_id": "pg_temp.anew($k, t.batch_id)", "corrects": "pg_temp.anew($k, t.corrects)", "group_id": "pg_temp.anew($k, t.group_id)", "step_id": "pg_temp.anew($k, t.step_id)", "lot_id": "pg_temp.anew($k - ($k - 1) % 7, t.lot_id)", "act": "null", "trays": "null"}', 't.batch_id in (select id from seed_batch) and exists (select from batch b where b.id = pg_temp.anew($k, t.batch_id)) order by t.sequence');
    if k > current_setting('big.open')::int then
      -- A batch ends when nothing of it grows in pots any more, and nobody asks for its work.
      update batch b set ended_on = '2026-04-01', end_reason = 'sold', jobs_digest = null where b.id in (select pg_temp.anew(k, s.id) from seed_batch s);
      delete from job j where j.batch_id in (select pg_temp.anew(k, s.id) from seed_batch s);
      delete from standing g where g.container_id is not null and g.batch_id in (select pg_temp.anew(k, s.id) from seed_batch s);
    end if;
  end loop;
end
$$;
commit;
analyze;
select count(*) || ' batches, ' || count(*) filter (where ended_on is null) || ' not ended' from batch where nursery_id = :'yard';
select count(*) || ' ledger entries' from ledger_entry where nursery_id = :'yard';
select count(*) || ' trays' from tray where nursery_id = :'yard';
