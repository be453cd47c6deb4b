-- +goose Up
-- Every change of what open pages show is told to whoever listens: which centre, and what sort of thing.
-- Equal tellings of one transaction are one.
-- +goose StatementBegin
create function tell() returns trigger language plpgsql as $$
declare c uuid;
begin
    for c in select distinct centre_id from changed loop
        perform pg_notify('emblo', c || ' ' || tg_argv[0]);
    end loop;
    return null;
end $$;
-- +goose StatementEnd

-- +goose StatementBegin
do $$
declare pair text[];
begin
    foreach pair slice 1 in array array[['rooms', 'room'], ['setups', 'setup'], ['items', 'thing'], ['recipes', 'recipe'], ['additions', 'feel'], ['jars', 'cupboard'], ['moves', 'cupboard'],
            ['ticks', 'tick'], ['prep_ticks', 'prep'], ['days', 'day']] loop
        execute format('create trigger %I after insert on %I referencing new table as changed for each statement execute function tell(%L)', pair[1] || '_tell_added', pair[1], pair[2]);
        execute format('create trigger %I after update on %I referencing new table as changed for each statement execute function tell(%L)', pair[1] || '_tell_changed', pair[1], pair[2]);
        execute format('create trigger %I after delete on %I referencing old table as changed for each statement execute function tell(%L)', pair[1] || '_tell_deleted', pair[1], pair[2]);
    end loop;
end $$;
-- +goose StatementEnd

-- +goose StatementBegin
create function tell_own() returns trigger language plpgsql as $$
begin
    perform pg_notify('emblo', new.id || ' centre');
    return null;
end $$;
-- +goose StatementEnd
create trigger centres_tell after update of doc, form, time_zone on centres for each row execute function tell_own();
