-- +goose Up
ALTER TABLE planted_water ADD COLUMN IF NOT EXISTS until_on DATE NULL COMMENT 'the last day that the store is followed to; the night leaves the tree alone after it';

-- +goose Down
ALTER TABLE planted_water DROP COLUMN IF EXISTS until_on;
