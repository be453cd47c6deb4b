-- +goose Up
-- A session carries what every request asks of its account, so that a request reads one row
-- of it; the reference keeps it true to the account, whatever changes there.
alter table staff add unique (id, centre_id, name, role);
alter table sessions
    add column centre_id uuid,
    add column name text,
    add column role text;
update sessions s set centre_id = st.centre_id, name = st.name, role = st.role from staff st where st.id = s.staff_id;
alter table sessions
    alter column centre_id set not null,
    alter column name set not null,
    alter column role set not null,
    drop constraint sessions_staff_id_fkey,
    add foreign key (staff_id, centre_id, name, role) references staff (id, centre_id, name, role) on update cascade on delete cascade;
create index sessions_staff on sessions (staff_id);

-- +goose Down
alter table sessions drop column centre_id, drop column name, drop column role,
    add foreign key (staff_id) references staff on delete cascade;
drop index sessions_staff;
alter table staff drop constraint staff_id_centre_id_name_role_key;
