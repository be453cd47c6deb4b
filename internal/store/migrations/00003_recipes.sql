-- +goose Up
-- A centre's own recipes as they are typed, and every version that was saved.
create table recipes (
    centre_id  uuid not null references centres on delete cascade,
    id         uuid not null,
    content    jsonb not null,
    version    integer not null check (version > 0),
    updated_at timestamptz not null default now(),
    primary key (centre_id, id)
);
create unique index recipes_name on recipes (centre_id, lower(content->>'name'));

create table recipe_versions (
    centre_id uuid not null,
    recipe_id uuid not null,
    version   integer not null check (version > 0),
    content   jsonb not null,
    saved_at  timestamptz not null default now(),
    primary key (centre_id, recipe_id, version),
    foreign key (centre_id, recipe_id) references recipes on delete cascade
);

-- What was worked into a batch to make it right, as a share of the batch; recipes of the
-- book by their id, own ones by their UUID.
create table additions (
    centre_id uuid not null references centres on delete cascade,
    id        uuid not null,
    recipe_id text not null check (recipe_id <> ''),
    day       text not null,
    item_id   text not null check (item_id <> ''),
    share     double precision not null check (share > 0 and share <= 0.5),
    symptom   text not null,
    primary key (centre_id, id)
);
create index additions_recipe on additions (centre_id, recipe_id, day);

-- A row that says "not here" has run out; a thing without a row was never noted.
alter table cupboard
    add column here boolean not null default true,
    add column grams double precision check (grams >= 0),
    add column pack_g double precision check (pack_g > 0),
    add column price_coins integer check (price_coins >= 0);

alter table rooms add column drawer jsonb not null default '[]';
alter table centres add column currency text not null default 'USD' check (currency ~ '^[A-Z]{3}$');

-- +goose Down
alter table centres drop column currency;
alter table rooms drop column drawer;
alter table cupboard drop column price_coins, drop column pack_g, drop column grams, drop column here;
drop table additions, recipe_versions, recipes;
