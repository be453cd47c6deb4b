-- +goose Up
-- Batches of mixes and tubs that stand ready, with what happened to each, by whom and when. What a batch is
-- by then is reckoned from that. Its code is what its label says; two may share one, long apart.
create table batches (
    centre_id    uuid not null references centres on delete cascade,
    id           uuid not null,
    doc          jsonb not null,
    form         integer not null,
    version      integer not null check (version > 0),
    updated_at   timestamptz not null default now(),
    deleted_at   timestamptz,
    deleted_with uuid,
    ended_at     timestamptz, -- null while it is not over
    made_at      timestamptz not null default now(),
    staff_id     uuid references staff on delete set null, -- who made it
    code         text generated always as (upper(substr(md5(id::text), 1, 6))) stored,
    name         text generated always as (lower(doc->>'name')) stored,
    primary key (centre_id, id)
);
create index batches_made on batches (centre_id, made_at desc, id desc) where deleted_at is null;
create index batches_code on batches (centre_id, code);
create index batches_setup on batches (centre_id, (doc->>'setup_id'));
create extension if not exists pg_trgm;
create index batches_name on batches using gin (name gin_trgm_ops) where deleted_at is null;
create index batches_in_use on batches (centre_id) where ended_at is null and deleted_at is null;

create table batch_events (
    centre_id uuid not null,
    id        uuid not null,
    batch_id  uuid not null,
    at        timestamptz not null,
    staff_id  uuid references staff on delete set null,
    doc       jsonb not null,
    form      integer not null,
    undone_at timestamptz, -- it was taken back; it stays to be seen
    primary key (centre_id, id),
    foreign key (centre_id, batch_id) references batches on delete cascade
);
create index batch_events_batch on batch_events (centre_id, batch_id, at, id);

-- +goose StatementBegin
do $$
declare t text;
begin
    foreach t in array array['batches', 'batch_events'] loop
        execute format('create trigger %I after insert on %I referencing new table as changed for each statement execute function raise_revision(%L)', t || '_added', t, 'stock');
        execute format('create trigger %I after update on %I referencing new table as changed for each statement execute function raise_revision(%L)', t || '_changed', t, 'stock');
        execute format('create trigger %I after delete on %I referencing old table as changed for each statement execute function raise_revision(%L)', t || '_deleted', t, 'stock');
        execute format('create trigger %I after insert on %I referencing new table as changed for each statement execute function tell(%L)', t || '_tell_added', t, 'batch');
        execute format('create trigger %I after update on %I referencing new table as changed for each statement execute function tell(%L)', t || '_tell_changed', t, 'batch');
        execute format('create trigger %I after delete on %I referencing old table as changed for each statement execute function tell(%L)', t || '_tell_deleted', t, 'batch');
    end loop;
end $$;
-- +goose StatementEnd
