-- +goose Up
-- Every time that is kept is said by the program: the database's clock stamps nothing, so that a
-- server whose clock differs decides nothing.
alter table centres alter column created_at drop default;
alter table staff alter column created_at drop default;
alter table sessions alter column created_at drop default;
alter table sign_in_failures alter column at drop default;
alter table rooms alter column updated_at drop default;
alter table setups alter column updated_at drop default;
alter table items alter column updated_at drop default;
alter table recipes alter column updated_at drop default;
alter table recipe_versions alter column saved_at drop default;
alter table jars alter column updated_at drop default;
alter table days alter column updated_at drop default;
alter table events alter column at drop default;
alter table batches alter column updated_at drop default, alter column made_at drop default;

-- +goose Down
select 1; -- a default that decides nothing is not missed
