-- +goose Up
-- What is reckoned of a set-up, and what somebody took note of about it, are not the set-up: they are kept beside it, so
-- that keeping them neither tells every page that the set-up changed nor waits for who writes it.
create table digests (
    centre_id uuid not null,
    setup_id  uuid not null,
    version   integer not null,
    digest    jsonb not null,
    primary key (centre_id, setup_id),
    foreign key (centre_id, setup_id) references setups (centre_id, id) on delete cascade
);
create table seen (
    centre_id uuid not null,
    setup_id  uuid not null,
    seen      jsonb not null,
    primary key (centre_id, setup_id),
    foreign key (centre_id, setup_id) references setups (centre_id, id) on delete cascade
);
insert into seen (centre_id, setup_id, seen) select centre_id, id, seen from setups where seen is not null;
alter table setups drop column digest, drop column seen;
-- What is noted for the first time, as it is, changes nothing that a page shows.
create trigger seen_tell_changed after update on seen referencing new table as changed for each statement execute function tell('setup');

-- +goose Down
alter table setups add column digest jsonb, add column seen jsonb;
update setups s set seen = n.seen from seen n where n.centre_id = s.centre_id and n.setup_id = s.id;
drop table seen, digests;
