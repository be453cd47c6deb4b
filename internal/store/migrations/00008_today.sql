-- +goose Up
-- What somebody last took note of about a set-up, so that a change is told from it.
alter table setups add column seen jsonb;

-- Sheets that were printed, with what was said on them.
create table prints (
    centre_id uuid not null references centres on delete cascade,
    id        uuid not null,
    setup_id  uuid not null,
    version   integer not null,
    token     text not null,
    at        timestamptz not null,
    staff_id  uuid references staff on delete set null,
    primary key (centre_id, id),
    foreign key (centre_id, setup_id) references setups on delete cascade
);
create index prints_setup on prints (centre_id, setup_id, at desc);

-- Who is in a room on one day.
create table days (
    centre_id  uuid not null,
    room_id    uuid not null,
    day        text not null,
    doc        jsonb not null,
    form       integer not null,
    version    integer not null check (version > 0),
    updated_at timestamptz not null default now(),
    primary key (centre_id, room_id, day),
    foreign key (centre_id, room_id) references rooms on delete cascade
);

-- +goose StatementBegin
do $$
begin
    create trigger days_added after insert on days referencing new table as changed for each statement execute function raise_revision('people');
    create trigger days_changed after update on days referencing new table as changed for each statement execute function raise_revision('people');
    create trigger days_deleted after delete on days referencing old table as changed for each statement execute function raise_revision('people');
end $$;
-- +goose StatementEnd
