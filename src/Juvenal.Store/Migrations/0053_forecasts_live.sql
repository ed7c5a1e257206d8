-- 0033 wrote since when plants stand where they stand, but did not have ledgers of before added up anew: their groups lack it still.
-- All are added up anew at the next start; what stands then is what each ledger comes to.
update batch set step_days = null, put_offs = null;

-- A forecast serves until its last night. Highs that nobody typed are the usual of the day and are said as that; a night may be foretold
-- colder by somebody who knows (docs/adr/0039).

alter table forecast_day
  add column usual_high boolean not null default false,
  add column warned_c float8 check (warned_c >= -90 and warned_c <= 60);
comment on column forecast_day.usual_high is 'Nobody typed its high: it is the usual of the day';
comment on column forecast_day.warned_c is 'Low that somebody foretold for it beside the forecast, °C; empty: nobody did';
