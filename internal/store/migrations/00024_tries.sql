-- +goose Up
-- A try to sign in is noted before its password is compared, under each name that tries are counted by; an address that
-- is one of the house's own is told by its device, which keeps a token from an earlier sign-in.
drop table sign_in_failures;
create table sign_in_tries (
    id uuid not null,
    who text not null,
    at timestamptz not null,
    primary key (id, who)
);
create index sign_in_tries_who on sign_in_tries (who, at);
create index sign_in_tries_at on sign_in_tries (at);
create table devices (
    token_hash bytea not null,
    staff_id uuid not null references staff (id) on delete cascade,
    at timestamptz not null,
    primary key (token_hash, staff_id)
);
create index devices_staff on devices (staff_id);

-- +goose Down
drop table devices, sign_in_tries;
create table sign_in_failures (
    who text not null,
    at timestamptz not null
);
create index sign_in_failures_who on sign_in_failures (who, at);
