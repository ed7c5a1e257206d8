-- Plants grow by the warmth of where they stand, from the day they came there.

alter table standing add column here_since date;
comment on column standing.here_since is 'The day they were carried to where they stand; empty: they came there first';
