-- +goose Up
-- A person reads what the centre reads, unless they say otherwise; the centre says so in its settings. What was kept of
-- set-ups in words is kept without words from now on, and reckoned anew.
alter table staff add column language text not null default '';
delete from digests;

-- +goose Down
delete from digests;
alter table staff drop column language;
