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

-- What is copied, taken once: each copy reads these few rows, however large the nursery is by then.
create function pg_temp.take_rows(source text, wanted text) returns void language plpgsql as $$
begin
  execute format('create temp table %I as select t.* from %I t where %s', 'seed_' || source, source, wanted);
  execute format('analyze %I', 'seed_' || source);
end
$$;

create function pg_temp.copy_rows(source text, k int, changes jsonb) returns void language plpgsql as $$
declare
  names text;
  expressions text;
begin
  select string_agg(quote_ident(attname), ', ' order by attnum), string_agg(coalesce(changes ->> attname, 't.' || quote_ident(attname)), ', ' order by attnum)
  into names, expressions
  from pg_attribute
  where attrelid = source::regclass and attnum > 0 and not attisdropped and attidentity = '' and attgenerated = '';
  execute format('insert into %I (%s) select %s from %I t', source, names, replace(expressions, '$k', k::text), 'seed_' || source);
end
$$;

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

select set_config('big.copies', :'copies', true), set_config('big.open', :'open', true), set_config('big.yard', :'yard', true);
do $$
declare
  k int;
  yard text := quote_literal(current_setting('big.yard'));
  own text := ' and exists (select from seed_batch b where b.id = t.batch_id)';
begin
  perform pg_temp.take_rows('batch', 't.start not in (''plants'', ''cuttings'', ''grafts'', ''standing'') and t.parent_id is null and t.nursery_id = ' || yard);
  perform pg_temp.take_rows('seed_lot', 't.nursery_id = ' || yard);
  perform pg_temp.take_rows('lot_entry', 't.nursery_id = ' || yard || ' order by t.sequence');
  perform pg_temp.take_rows('path_step', 't.nursery_id = ' || yard || own);
  perform pg_temp.take_rows('plan_step', 't.nursery_id = ' || yard || own);
  perform pg_temp.take_rows('standing', 't.nursery_id = ' || yard || own);
  perform pg_temp.take_rows('job', 't.nursery_id = ' || yard || own);
  perform pg_temp.take_rows('tray', 't.nursery_id = ' || yard);
  perform pg_temp.take_rows('tray_row', 't.nursery_id = ' || yard || own);
  -- In the order they were written: what happened on one day rests on it.
  perform pg_temp.take_rows('ledger_entry', 't.nursery_id = ' || yard || own || ' order by t.sequence');
  for k in 1..current_setting('big.copies')::int loop
    -- A nursery of that size does not sow out of seven packets: each of them is there anew for a few copies.
    if k % 7 = 1 then
      perform pg_temp.copy_rows('seed_lot', k, '{"id": "pg_temp.anew($k, t.id)", "name": "t.name || '' '' || $k", "from_batch_id": "null"}');
      perform pg_temp.copy_rows('lot_entry', k, '{"id": "pg_temp.anew($k, t.id)", "lot_id": "pg_temp.anew($k, t.lot_id)", "corrects": "pg_temp.anew($k, t.corrects)"}');
    end if;
    perform pg_temp.copy_rows('batch', k, '{"id": "pg_temp.anew($k, t.id)", "code": "left(t.code, 2) || ''-'' || (100 * $k + substring(t.code from ''[0-9]+$'')::int)",
      "lot_id": "pg_temp.anew($k - ($k - 1) % 7, t.lot_id)", "rootstock_id": "null", "scion_id": "null", "start": "''seed''", "union_cm": "null", "price_each": "null", "tray_counts": "''[]''",
      "step_days": "pg_temp.by_step($k, t.step_days)", "put_offs": "pg_temp.by_step($k, t.put_offs)", "abouts": "pg_temp.by_step($k, t.abouts)"}');
    perform pg_temp.copy_rows('path_step', k, '{"batch_id": "pg_temp.anew($k, t.batch_id)", "id": "pg_temp.anew($k, t.id)"}');
    perform pg_temp.copy_rows('plan_step', k, '{"batch_id": "pg_temp.anew($k, t.batch_id)", "step_id": "pg_temp.anew($k, t.step_id)"}');
    perform pg_temp.copy_rows('standing', k, '{"batch_id": "pg_temp.anew($k, t.batch_id)", "id": "pg_temp.anew($k, t.id)", "from_group": "pg_temp.anew($k, t.from_group)", "reached_step_id": "pg_temp.anew($k, t.reached_step_id)"}');
    perform pg_temp.copy_rows('job', k, '{"code": "left(t.code, 2) || ''-'' || (100 * $k + substring(t.code from ''[0-9]+$'')::int)", "batch_id": "pg_temp.anew($k, t.batch_id)", "id": "pg_temp.anew($k, t.id)", "group_id": "pg_temp.anew($k, t.group_id)", "step_id": "pg_temp.anew($k, t.step_id)"}');
    perform pg_temp.copy_rows('tray', k, '{"id": "pg_temp.anew($k, t.id)", "code": "left(t.code, 2) || ''-T'' || (1000 * $k + substring(t.code from ''[0-9]+$'')::int)"}');
    perform pg_temp.copy_rows('tray_row', k, '{"tray_id": "pg_temp.anew($k, t.tray_id)", "batch_id": "pg_temp.anew($k, t.batch_id)"}');
    perform pg_temp.copy_rows('ledger_entry', k, '{"id": "pg_temp.anew($k, t.id)", "batch_id": "pg_temp.anew($k, t.batch_id)", "corrects": "pg_temp.anew($k, t.corrects)", "group_id": "pg_temp.anew($k, t.group_id)", "step_id": "pg_temp.anew($k, t.step_id)", "lot_id": "pg_temp.anew($k - ($k - 1) % 7, t.lot_id)", "act": "null", "trays": "null"}');
    if k > current_setting('big.open')::int then
      -- A batch ends when nothing of it grows in pots any more, and nobody asks for its work.
      update batch b set ended_on = '2026-04-01', end_reason = 'sold', jobs_digest = null from seed_batch s where b.nursery_id = s.nursery_id and b.id = pg_temp.anew(k, s.id);
      delete from job j using seed_batch s where j.nursery_id = s.nursery_id and j.batch_id = pg_temp.anew(k, s.id);
      delete from standing g using seed_batch s where g.nursery_id = s.nursery_id and g.batch_id = pg_temp.anew(k, s.id) and g.container_id is not null;
    end if;
  end loop;
end
$$;
commit;
analyze;
select count(*) || ' batches, ' || count(*) filter (where ended_on is null) || ' not ended' from batch where nursery_id = :'yard';
select count(*) || ' ledger entries' from ledger_entry where nursery_id = :'yard';
select count(*) || ' trays' from tray where nursery_id = :'yard';
