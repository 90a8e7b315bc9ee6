-- +goose Up
ALTER TABLE care_entries ADD COLUMN IF NOT EXISTS way VARCHAR(10) NOT NULL DEFAULT '' COMMENT 'how water was given: can, bag or pipe; empty where nobody said';

-- +goose Down
ALTER TABLE care_entries DROP COLUMN IF EXISTS way;
