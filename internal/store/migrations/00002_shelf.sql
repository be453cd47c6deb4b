-- +goose Up
alter table centres
    add column version integer not null default 1,
    add column per_adult jsonb,
    add column finds_stirred_in boolean not null default false,
    add column policy jsonb not null default '{}';

alter table rooms
    add column illness boolean not null default false,
    add column pet boolean not null default false;

alter table children add column needs jsonb not null default '{}';

-- A centre's own things, each in the columns of the shelf file.
create table items (
    centre_id  uuid not null references centres on delete cascade,
    id         uuid not null,
    content    jsonb not null,
    version    integer not null check (version > 0),
    updated_at timestamptz not null default now(),
    primary key (centre_id, id)
);
create unique index items_name on items (centre_id, lower(content->>'name'));

-- What is in the cupboard: ids of the shelf, or of the centre's own things.
create table cupboard (
    centre_id uuid not null references centres on delete cascade,
    item_id   text not null check (item_id <> ''),
    primary key (centre_id, item_id)
);

-- +goose Down
drop table cupboard, items;
alter table children drop column needs;
alter table rooms drop column pet, drop column illness;
alter table centres drop column policy, drop column finds_stirred_in, drop column per_adult, drop column version;
