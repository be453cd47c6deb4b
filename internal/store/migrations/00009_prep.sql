-- +goose Up
-- Steps of preparing that are done, by whom and when, and what was measured. They change no verdict and
-- make no desk old.
create table prep_ticks (
    centre_id uuid not null,
    step      text not null,
    setup_id  uuid not null,
    at        timestamptz not null,
    value     double precision,
    staff_id  uuid references staff on delete set null,
    primary key (centre_id, step),
    foreign key (centre_id, setup_id) references setups on delete cascade
);
create index prep_ticks_setup on prep_ticks (centre_id, setup_id);
