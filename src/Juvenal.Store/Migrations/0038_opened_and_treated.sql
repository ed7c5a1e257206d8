-- Places that were opened in the morning; plants that were treated.

alter table care
  drop constraint care_kind_check,
  add constraint care_kind_check check (kind in ('walked', 'fed', 'opened'));
comment on column care.kind is 'walked: looked at every place, and all was well; fed: what is fed in a place was; opened: all that was to be opened that morning was';

alter table note_look
  drop constraint note_look_how_check,
  add constraint note_look_how_check check (how in ('still', 'better', 'gone', 'treated'));
comment on column note_look.how is 'still: as it was; better; treated: something was done about it; gone: it is asked after no more';
