-- +goose Up
-- What a step makes may be for other set-ups too: what was begun for them stays for them.
alter table prep_ticks add column shared_with jsonb not null default '[]';
