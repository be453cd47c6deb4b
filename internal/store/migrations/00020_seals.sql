-- +goose Up
-- The key of each person, with which what they typed lies sealed on a device until it is sent. What a random uuid leaves
-- fixed is 6 bits of each: 244 of the 256 are random, by the database's strong source.
alter table staff add seal bytea not null default decode(replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', ''), 'hex');

-- +goose Down
alter table staff drop seal;
