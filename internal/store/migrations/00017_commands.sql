-- +goose Up
-- What was sent under an id that its sender made, so that a letter which comes again is answered and not done again: who
-- sent it, what it asked for, a digest of all it said, and the little that was answered.
create table commands (
    centre_id uuid not null references centres on delete cascade,
    id        uuid not null,
    staff_id  uuid not null,
    operation text not null,
    digest    bytea not null,
    answer    jsonb,
    at        timestamptz not null,
    primary key (centre_id, id)
);
create index commands_at on commands (at);

-- +goose Down
drop table commands;
