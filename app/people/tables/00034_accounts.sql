-- +goose Up
ALTER TABLE people
  ADD COLUMN IF NOT EXISTS one_time_until DATETIME(6) NULL COMMENT 'the password was made for them: good until then, and changed before anything else';

-- +goose Down
