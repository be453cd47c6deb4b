-- +goose Up
create table centres (
    id          uuid primary key,
    name        text not null check (name <> ''),
    ratio_table text not null,
    emergency   text not null default '',
    time_zone   text not null default 'UTC',
    demo        boolean not null default false,
    created_at  timestamptz not null default now()
);

create table staff (
    id            uuid primary key,
    centre_id     uuid not null references centres on delete cascade,
    name          text not null check (name <> ''),
    email         text not null,
    role          text not null check (role in ('lead', 'educator', 'helper')),
    password_hash text not null,
    created_at    timestamptz not null default now()
);
create unique index staff_email on staff (lower(email));

-- Only a hash of the token is kept: a copy of this table signs nobody in.
create table sessions (
    token_hash bytea primary key,
    staff_id   uuid not null references staff on delete cascade,
    created_at timestamptz not null default now(),
    expires_at timestamptz not null
);
create index sessions_expiry on sessions (expires_at);

create table sign_in_failures (
    who text not null,
    at  timestamptz not null default now()
);
create index sign_in_failures_who on sign_in_failures (who, at);

-- Ids are made by clients, so they are only unique within a centre: nobody can tell or
-- take another centre's id.
create table rooms (
    centre_id  uuid not null references centres on delete cascade,
    id         uuid not null,
    name       text not null check (name <> ''),
    adults     integer not null check (adults between 0 and 30),
    measures   text not null check (measures in ('us', 'metric', 'australian')),
    nut_free   boolean not null default false,
    version    integer not null check (version > 0),
    updated_at timestamptz not null default now(),
    primary key (centre_id, id)
);
create unique index rooms_name on rooms (centre_id, lower(name));

create table children (
    centre_id            uuid not null,
    room_id              uuid not null,
    id                   uuid not null,
    position             integer not null,
    initials             text not null check (initials ~ '^[A-Z]{2}$'),
    born                 text not null check (born ~ '^[0-9]{4}-[0-9]{2}$'),
    mouths               text not null check (mouths in ('yes', 'no', 'unknown')),
    developmental_months integer check (developmental_months between 0 and 240),
    allergies            jsonb not null default '[]',
    primary key (centre_id, room_id, id),
    foreign key (centre_id, room_id) references rooms on delete cascade
);

create table setups (
    centre_id uuid not null,
    id        uuid not null,
    room_id   uuid not null,
    name      text not null check (name <> ''),
    play_at   timestamp not null,
    base      jsonb,
    items     jsonb not null default '[]',
    version   integer not null check (version > 0),
    saved_at  timestamptz not null default now(),
    primary key (centre_id, id),
    foreign key (centre_id, room_id) references rooms on delete cascade
);
create index setups_play_at on setups (centre_id, play_at);

-- +goose Down
drop table setups, children, rooms, sign_in_failures, sessions, staff, centres;
