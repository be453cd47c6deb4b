-- +goose Up
-- Links by which a calendar follows what hands prepare: one for each account, known by the hash of its token,
-- and gone with the account.
create table feeds (
    centre_id  uuid not null references centres on delete cascade,
    staff_id   uuid not null references staff on delete cascade,
    token_hash bytea not null unique,
    made       timestamptz not null,
    primary key (centre_id, staff_id)
);
