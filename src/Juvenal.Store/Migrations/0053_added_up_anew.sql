-- 0033 wrote since when plants stand where they stand, but did not have ledgers of before added up anew: their groups lack it still.
-- All are added up anew at the next start; what stands then is what each ledger comes to.
update batch set step_days = null, put_offs = null;
