-- +goose Up
-- What was made of set-ups is told by ids from here on: what was kept of it in words is made anew.
update setups set digest = null;

-- Until when people were told that a batch keeps, with how much had happened to it by then, so that a date that
-- moves by itself is said. It is no fact of the batch, and raises no revision.
create table batch_dates (
    centre_id uuid not null,
    batch_id  uuid not null,
    until     text not null,
    events    integer not null,
    primary key (centre_id, batch_id),
    foreign key (centre_id, batch_id) references batches on delete cascade
);

-- +goose Down
drop table batch_dates;
