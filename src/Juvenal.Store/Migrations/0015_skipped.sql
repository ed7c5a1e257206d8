-- A step that plants went past without doing it is skipped, not done. Plans that can still change say so when they are made anew.
alter table plan_step add column skipped boolean not null default false;
comment on column plan_step.skipped is 'Plants went past it on done_on without doing it';
alter table batch add column skips uuid[] not null default '{}';
comment on column batch.skips is 'path_step.id that plants went past without doing it';
-- Every ledger is added up anew, so that it is known.
update batch set step_days = null;
update batch set planned_inputs = null where ended_on is null;
