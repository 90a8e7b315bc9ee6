-- +goose Up
ALTER TABLE planted_water ADD INDEX IF NOT EXISTS ix_planted_water_counted (advice, worked_on);
ALTER TABLE planted_water ADD INDEX IF NOT EXISTS ix_planted_water_silent (as_of, until_on);
ALTER TABLE planted_water ADD INDEX IF NOT EXISTS ix_planted_water_followed (station_id, until_on);

-- +goose Down
ALTER TABLE planted_water DROP INDEX IF EXISTS ix_planted_water_followed;
ALTER TABLE planted_water DROP INDEX IF EXISTS ix_planted_water_silent;
ALTER TABLE planted_water DROP INDEX IF EXISTS ix_planted_water_counted;
