-- +goose Up
-- What a centre writes is kept as documents in one written form: doc holds the document,
-- form the number of the form it is written in. What is deleted is marked, with what it
-- was deleted with, and can be brought back.
alter table rooms
    add column doc jsonb,
    add column form integer not null default 2,
    add column deleted_at timestamptz,
    add column deleted_with uuid;

update rooms r set doc = jsonb_build_object(
    'name', name, 'adults', adults, 'measures', measures, 'drawer', drawer, 'nut_free', nut_free, 'illness', illness, 'pet', pet,
    'children', (select coalesce(jsonb_agg(jsonb_build_object(
        'id', k.id, 'initials', k.initials, 'born', k.born, 'mouths', k.mouths, 'developmental_months', k.developmental_months, 'allergies', k.allergies,
        'needs', jsonb_build_object('asthma', coalesce((k.needs->>'asthma')::boolean, false), 'eczema', coalesce((k.needs->>'eczema')::boolean, false),
            'eaten', coalesce(nullif(k.needs->'eaten', 'null'), '[]'), 'avoids', coalesce(nullif(k.needs->'avoids', 'null'), '[]'),
            'seeks', coalesce(nullif(k.needs->'seeks', 'null'), '[]'))) order by k.position), '[]')
        from children k where k.centre_id = r.centre_id and k.room_id = r.id));

alter table setups
    add column doc jsonb,
    add column form integer not null default 2,
    add column updated_at timestamptz not null default now(),
    add column deleted_at timestamptz,
    add column deleted_with uuid,
    add column digest jsonb;

update setups set updated_at = saved_at, doc = jsonb_build_object('name', name, 'room_id', room_id, 'play_at', to_char(play_at, 'YYYY-MM-DD"T"HH24:MI'),
    'items', (select coalesce(jsonb_agg(i.item || jsonb_build_object('id', gen_random_uuid()) order by i.at), '[]') from jsonb_array_elements(items) with ordinality i(item, at)))
    || case when base is null or base = 'null' then '{}' else jsonb_build_object('base', base) end;

alter table setups drop constraint setups_centre_id_room_id_fkey;
alter table setups drop column name, drop column room_id, drop column play_at, drop column base, drop column items, drop column saved_at;
alter table rooms drop column name, drop column adults, drop column measures, drop column nut_free, drop column updated_at,
    drop column illness, drop column pet, drop column drawer;
drop table children;

alter table rooms add column updated_at timestamptz not null default now(), alter column doc set not null;
create unique index rooms_name on rooms (centre_id, lower(doc->>'name')) where deleted_at is null;

alter table setups alter column doc set not null,
    add column room_id uuid generated always as ((doc->>'room_id')::uuid) stored,
    add column play_at text generated always as (doc->>'play_at') stored;
alter table setups add foreign key (centre_id, room_id) references rooms on delete cascade;
create index setups_play_at on setups (centre_id, play_at, id) where deleted_at is null;
create index setups_room on setups (centre_id, room_id);

alter table items rename column content to doc;
alter table items add column form integer not null default 2, add column deleted_at timestamptz, add column deleted_with uuid;
drop index items_name;
create unique index items_name on items (centre_id, lower(doc->>'name')) where deleted_at is null;

alter table recipes rename column content to doc;
alter table recipes add column form integer not null default 2, add column deleted_at timestamptz, add column deleted_with uuid;
drop index recipes_name;
create unique index recipes_name on recipes (centre_id, lower(doc->>'name')) where deleted_at is null;
alter table recipe_versions rename column content to doc;
alter table recipe_versions add column form integer not null default 2;

-- A revision is a random token for each part of what a desk answers from, so that equal
-- tokens mean equal state however the database was restored.
drop function raise_revision() cascade;
alter table centres
    drop column revision,
    add column people_revision uuid not null default gen_random_uuid(),
    add column shelf_revision uuid not null default gen_random_uuid(),
    add column stock_revision uuid not null default gen_random_uuid(),
    add column doc jsonb,
    add column form integer not null default 2;

update centres set doc = jsonb_build_object('name', name, 'ratio_table', ratio_table, 'per_adult', coalesce(nullif(per_adult, 'null'), '[]'), 'emergency', emergency,
    'currency', currency, 'finds_stirred_in', finds_stirred_in, 'policy', jsonb_build_object(
        'nut_free', coalesce((policy->>'nut_free')::boolean, false), 'no_food_play', coalesce((policy->>'no_food_play')::boolean, false),
        'may_contain_strict', coalesce((policy->>'may_contain_strict')::boolean, false), 'taste_safe_months', coalesce((policy->>'taste_safe_months')::integer, 0),
        'cooked_only', coalesce((policy->>'cooked_only')::boolean, false), 'own_portions', coalesce((policy->>'own_portions')::boolean, false),
        'same_day_mixes', coalesce((policy->>'same_day_mixes')::boolean, false), 'minimum_months', coalesce(nullif(policy->'minimum_months', 'null'), '{}')));
alter table centres alter column doc set not null,
    drop column name, drop column ratio_table, drop column per_adult, drop column emergency, drop column currency, drop column finds_stirred_in, drop column policy;

-- +goose StatementBegin
create function raise_revision() returns trigger language plpgsql as $$
begin
    execute format('update centres set %I = gen_random_uuid() where id in (select distinct centre_id from changed)', tg_argv[0] || '_revision');
    return null;
end $$;
-- +goose StatementEnd

-- +goose StatementBegin
do $$
declare pair text[];
begin
    foreach pair slice 1 in array array[['rooms', 'people'], ['items', 'shelf'], ['recipes', 'shelf'], ['cupboard', 'stock'], ['additions', 'stock']] loop
        execute format('create trigger %I after insert on %I referencing new table as changed for each statement execute function raise_revision(%L)', pair[1] || '_added', pair[1], pair[2]);
        execute format('create trigger %I after update on %I referencing new table as changed for each statement execute function raise_revision(%L)', pair[1] || '_changed', pair[1], pair[2]);
        execute format('create trigger %I after delete on %I referencing old table as changed for each statement execute function raise_revision(%L)', pair[1] || '_deleted', pair[1], pair[2]);
    end loop;
end $$;
-- +goose StatementEnd

-- +goose StatementBegin
create function raise_own_revision() returns trigger language plpgsql as $$
begin
    new.people_revision := gen_random_uuid();
    return new;
end $$;
-- +goose StatementEnd
create trigger centres_changed before update of doc, form, time_zone on centres for each row
    execute function raise_own_revision();

-- What happened, in order, by ids that clients make: a repeated one changes nothing, and
-- none is changed or taken away but with its centre.
create table events (
    centre_id uuid not null references centres on delete cascade,
    id        uuid not null,
    at        timestamptz not null default now(),
    staff_id  uuid references staff on delete set null,
    kind      text not null check (kind <> ''),
    doc       jsonb not null,
    form      integer not null default 2,
    primary key (centre_id, id)
);
create index events_at on events (centre_id, at desc, id desc);

-- +goose StatementBegin
create function keep_events() returns trigger language plpgsql as $$
begin
    if pg_trigger_depth() > 1 then
        return case tg_op when 'DELETE' then old else new end; -- with its centre, or its account
    end if;
    raise exception 'events are kept as they happened' using errcode = 'restrict_violation';
end $$;
-- +goose StatementEnd
create trigger events_kept before update or delete on events for each row execute function keep_events();
