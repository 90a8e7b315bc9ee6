-- +goose Up
ALTER TABLE checks
  ADD COLUMN IF NOT EXISTS while_apart BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN IF NOT EXISTS season_was VARCHAR(20) NOT NULL DEFAULT '' COMMENT 'by the calendar, when a person corrected it',
  ADD COLUMN IF NOT EXISTS season_reason VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL DEFAULT '';

-- +goose Down
