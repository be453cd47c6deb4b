-- +goose Up
-- Names that look alike are one name, however their letters are put together (Unicode's NFKC). Where two stand already, the
-- later one is told apart by the beginning of its id.
-- +goose StatementBegin
do $$
declare t text;
begin
    foreach t in array array['rooms', 'items', 'recipes'] loop
        execute format('update %I d set doc = jsonb_set(d.doc, ''{name}'', to_jsonb((d.doc->>''name'') || '' '' || left(d.id::text, 4))) from (
            select centre_id, id, row_number() over (partition by centre_id, lower(normalize(doc->>''name'', nfkc)) order by id) n from %I where deleted_at is null) twin
            where twin.centre_id = d.centre_id and twin.id = d.id and twin.n > 1', t, t);
        execute format('drop index %I', t || '_name');
        execute format('create unique index %I on %I (centre_id, lower(normalize(doc->>''name'', nfkc))) where deleted_at is null', t || '_name', t);
    end loop;
end $$;
-- +goose StatementEnd

-- +goose Down
drop index rooms_name, items_name, recipes_name;
create unique index rooms_name on rooms (centre_id, lower(doc->>'name')) where deleted_at is null;
create unique index items_name on items (centre_id, lower(doc->>'name')) where deleted_at is null;
create unique index recipes_name on recipes (centre_id, lower(doc->>'name')) where deleted_at is null;
