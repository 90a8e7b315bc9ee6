-- +goose Up
ALTER TABLE kinds
  ADD COLUMN IF NOT EXISTS provisional BOOLEAN NOT NULL DEFAULT FALSE COMMENT 'met in the yard, not completed by a manager yet',
  ADD COLUMN IF NOT EXISTS added_by VARCHAR(16) NULL,
  ADD COLUMN IF NOT EXISTS added_at DATETIME(6) NULL,
  ADD COLUMN IF NOT EXISTS changed_by VARCHAR(16) NULL,
  ADD COLUMN IF NOT EXISTS changed_at DATETIME(6) NULL;

-- +goose Down
