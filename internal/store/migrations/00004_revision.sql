-- +goose Up
-- A centre's revision goes up with every change to what it has stored, so that what was
-- read at one revision holds for as long as the revision stands.
alter table centres add column revision bigint not null default 1;

-- +goose StatementBegin
create function raise_revision() returns trigger language plpgsql as $$
begin
    update centres set revision = revision + 1 where id in (select distinct centre_id from changed);
    return null;
end $$;
-- +goose StatementEnd

-- +goose StatementBegin
do $$
declare t text;
begin
    foreach t in array array['rooms', 'children', 'items', 'cupboard', 'recipes', 'additions'] loop
        execute format('create trigger %I after insert on %I referencing new table as changed for each statement execute function raise_revision()', t || '_added', t);
        execute format('create trigger %I after update on %I referencing new table as changed for each statement execute function raise_revision()', t || '_changed', t);
        execute format('create trigger %I after delete on %I referencing old table as changed for each statement execute function raise_revision()', t || '_deleted', t);
    end loop;
end $$;
-- +goose StatementEnd

-- +goose Down
drop function raise_revision() cascade;
alter table centres drop column revision;
