-- +goose Up
-- A cupboard is jars, each a thing with what its packet says, and moves: what came in, was counted,
-- was used or thrown away, by whom and when. What a jar holds is reckoned from its moves.
create table jars (
    centre_id    uuid not null references centres on delete cascade,
    id           uuid not null,
    doc          jsonb not null,
    form         integer not null,
    version      integer not null check (version > 0),
    updated_at   timestamptz not null default now(),
    deleted_at   timestamptz,
    deleted_with uuid,
    item_id      text generated always as (doc->>'item_id') stored,
    label        text generated always as (coalesce(doc->>'free', '') || coalesce(doc->>'heat_treated', '')) stored,
    primary key (centre_id, id)
);
create unique index jars_label on jars (centre_id, item_id, label) where deleted_at is null;

create table moves (
    centre_id uuid not null,
    id        uuid not null,
    jar_id    uuid not null,
    at        timestamptz not null,
    staff_id  uuid references staff on delete set null,
    kind      text not null check (kind in ('received', 'counted', 'used', 'thrown-away')),
    amount    double precision check (amount >= 0), -- null: nobody weighed it
    primary key (centre_id, id),
    foreign key (centre_id, jar_id) references jars on delete cascade
);
create index moves_jar on moves (centre_id, jar_id, at, id);

insert into jars (centre_id, id, doc, form, version)
select centre_id, gen_random_uuid(), jsonb_build_object('item_id', item_id, 'packs',
    case when pack_g is null then '[]'::jsonb else jsonb_build_array(jsonb_strip_nulls(jsonb_build_object('amount', greatest(1, round(pack_g)), 'coins', price_coins))) end), 3, 1
from cupboard;
insert into moves (centre_id, id, jar_id, at, kind, amount)
select k.centre_id, gen_random_uuid(), j.id, now(), 'counted', case when k.here then k.grams else 0 end
from cupboard k join jars j on j.centre_id = k.centre_id and j.item_id = k.item_id;
drop table cupboard;

-- What is ticked off while shopping: in the basket, or not to be had.
create table ticks (
    centre_id uuid not null references centres on delete cascade,
    id        uuid not null,
    item_id   text not null,
    label     text not null,
    doc       jsonb not null,
    form      integer not null,
    at        timestamptz not null,
    staff_id  uuid references staff on delete set null,
    primary key (centre_id, item_id, label)
);

-- +goose StatementBegin
do $$
declare t text;
begin
    foreach t in array array['jars', 'moves'] loop
        execute format('create trigger %I after insert on %I referencing new table as changed for each statement execute function raise_revision(%L)', t || '_added', t, 'stock');
        execute format('create trigger %I after update on %I referencing new table as changed for each statement execute function raise_revision(%L)', t || '_changed', t, 'stock');
        execute format('create trigger %I after delete on %I referencing old table as changed for each statement execute function raise_revision(%L)', t || '_deleted', t, 'stock');
    end loop;
end $$;
-- +goose StatementEnd
