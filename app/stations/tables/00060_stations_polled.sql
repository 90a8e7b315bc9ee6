-- +goose Up
ALTER TABLE stations
  ADD COLUMN IF NOT EXISTS polled BOOLEAN NOT NULL DEFAULT FALSE COMMENT 'the weather service is asked for each day that passed',
  ADD COLUMN IF NOT EXISTS polled_on DATE NULL COMMENT 'the day on which it was asked last';

-- +goose Down
ALTER TABLE stations DROP COLUMN IF EXISTS polled, DROP COLUMN IF EXISTS polled_on;
