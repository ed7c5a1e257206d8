-- The mulch of a bed is pulled back, and put back.

alter table care
  drop constraint care_kind_check,
  add constraint care_kind_check check (kind in ('walked', 'fed', 'opened', 'mulch-pull-back', 'mulch-put-back')),
  drop constraint fed_says_where_and_what,
  add constraint what_is_done_in_a_place_says_where
    check ((kind in ('fed', 'mulch-pull-back', 'mulch-put-back')) = (place_id is not null)),
  add constraint fed_says_what check ((kind = 'fed') = (fed is not null));
comment on column care.kind is 'walked: looked at every place, and all was well; fed: what is fed in a place was; opened: all that was to be opened that morning was; mulch-pull-back: off the rows of a bed; mulch-put-back: over them again';
comment on column care.place_id is 'Fed, mulch: where';
create index care_mulch on care (nursery_id, place_id, on_day, written_at) where kind in ('mulch-pull-back', 'mulch-put-back') and not taken_back;
