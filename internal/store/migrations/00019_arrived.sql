-- +goose Up
-- Moves of one moment happened in the order in which they arrived; an id that a tablet makes says nothing of that.
create sequence moves_arrived;
alter table moves add column arrived bigint;
update moves m set arrived = n.arrived from (select centre_id, id, row_number() over (order by at, id) arrived from moves) n
where n.centre_id = m.centre_id and n.id = m.id;
select setval('moves_arrived', (select count(*) + 1 from moves));
alter table moves alter column arrived set not null, alter column arrived set default nextval('moves_arrived');
alter sequence moves_arrived owned by moves.arrived;
drop index moves_jar;
create index moves_jar on moves (centre_id, jar_id, at, arrived);

-- +goose Down
drop index moves_jar;
create index moves_jar on moves (centre_id, jar_id, at, id);
alter table moves drop column arrived;
