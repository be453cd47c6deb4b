-- +goose Up
-- How each set-up went, with what it was for its room when it opened. Every version stays; what was seen of
-- a child is kept apart, by id, and goes when retention ends.
create table logs (
    centre_id uuid not null,
    setup_id  uuid not null,
    doc       jsonb not null,
    form      integer not null,
    version   integer not null check (version > 0),
    offered   jsonb not null,
    play_at   text not null,
    at        timestamptz not null,
    staff_id  uuid references staff on delete set null,
    missing   integer not null default 0 check (missing >= 0), -- pieces that were not counted in
    found_at  timestamptz,
    primary key (centre_id, setup_id),
    foreign key (centre_id, setup_id) references setups on delete cascade
);
create index logs_strays on logs (centre_id) where missing > 0 and found_at is null;

create table log_versions (
    centre_id uuid not null,
    setup_id  uuid not null,
    version   integer not null,
    doc       jsonb not null,
    form      integer not null,
    at        timestamptz not null,
    staff_id  uuid references staff on delete set null,
    primary key (centre_id, setup_id, version),
    foreign key (centre_id, setup_id) references logs on delete cascade
);

create table log_children (
    centre_id uuid not null,
    setup_id  uuid not null,
    child_id  uuid not null,
    at        timestamptz not null,
    primary key (centre_id, setup_id, child_id),
    foreign key (centre_id, setup_id) references logs on delete cascade
);
create index log_children_at on log_children (at);

-- What is done otherwise next time.
create table lessons (
    centre_id uuid not null,
    id        uuid not null,
    setup_id  uuid not null,
    room_id   uuid not null,
    doc       jsonb not null,
    form      integer not null,
    made      timestamptz not null,
    undone_at timestamptz,
    primary key (centre_id, id),
    foreign key (centre_id, setup_id) references logs on delete cascade
);
create index lessons_room on lessons (centre_id, room_id, made desc);

-- +goose StatementBegin
do $$
declare t text;
begin
    foreach t in array array['logs', 'lessons'] loop
        execute format('create trigger %I after insert on %I referencing new table as changed for each statement execute function tell(%L)', t || '_tell_added', t, 'log');
        execute format('create trigger %I after update on %I referencing new table as changed for each statement execute function tell(%L)', t || '_tell_changed', t, 'log');
        execute format('create trigger %I after delete on %I referencing old table as changed for each statement execute function tell(%L)', t || '_tell_deleted', t, 'log');
    end loop;
end $$;
-- +goose StatementEnd
