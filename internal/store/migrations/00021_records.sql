-- +goose Up
-- What was offered stands as of the moment at which play began, whatever is changed or deleted afterwards. It is of no
-- set-up that has to be there still.
create table records (
    centre_id uuid not null references centres on delete cascade,
    setup_id  uuid not null,
    play_at   text not null,
    doc       jsonb not null,
    form      integer not null,
    given     integer, -- pieces that were given out; not known of what was told before this was kept
    at        timestamptz not null, -- when it was put down
    primary key (centre_id, play_at, setup_id)
);
insert into records (centre_id, setup_id, play_at, doc, form, at) select centre_id, setup_id, play_at, offered, 2, at from logs;
create trigger records_tell_added after insert on records referencing new table as changed for each statement execute function tell('log');

-- What somebody did to a document later is found by its id.
create index events_of on events (centre_id, (doc->>'id'), at);

-- +goose Down
drop index events_of;
drop table records;
