-- +goose Up
ALTER TABLE planted_groups ADD COLUMN IF NOT EXISTS cost_cents INT NULL COMMENT 'tree and materials by the prices of the planting day; null where something had none';

-- +goose Down
ALTER TABLE planted_groups DROP COLUMN IF EXISTS cost_cents;
