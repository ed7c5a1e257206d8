-- House rules by their code: what is chosen for each. A rule that is not named here is set as usual.
alter table house_rules add column options jsonb;
update house_rules
set options = jsonb_build_object('prickOut', prick_out, 'twins', twins, 'pepperTiming', pepper_timing,
  'pepperWeeksAfterFrost', pepper_weeks_after_frost, 'acceptedRisk', accepted_risk, 'hardeningDays', hardening_days,
  'pepperSoilC', pepper_soil_c, 'tomatoNightC', tomato_night_c, 'pepperNightC', pepper_night_c, 'seedLeaves', seed_leaves,
  'watering', watering);
alter table house_rules
  alter column options set not null,
  add constraint options_by_code check (jsonb_typeof(options) = 'object'),
  drop column prick_out,
  drop column twins,
  drop column pepper_timing,
  drop column pepper_weeks_after_frost,
  drop column accepted_risk,
  drop column hardening_days,
  drop column pepper_soil_c,
  drop column tomato_night_c,
  drop column pepper_night_c,
  drop column seed_leaves,
  drop column watering;
comment on column house_rules.options is 'By the code of a rule: the option that is chosen';
