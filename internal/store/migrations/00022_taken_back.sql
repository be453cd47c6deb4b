-- +goose Up
-- What was ticked and taken back, or received, keeps its row: an older tick that comes late from another tablet does not
-- bring it back.
alter table ticks add column gone_at timestamptz;
alter table prep_ticks add column undone_at timestamptz;

-- +goose Down
delete from ticks where gone_at is not null;
alter table ticks drop column gone_at;
delete from prep_ticks where undone_at is not null;
alter table prep_ticks drop column undone_at;
