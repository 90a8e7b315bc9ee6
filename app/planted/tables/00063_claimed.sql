-- +goose Up
ALTER TABLE planted_trees ADD COLUMN IF NOT EXISTS claimed_on DATE NULL COMMENT 'since when somebody asks that it be made good: no look is planned from then on that was not before';

-- +goose Down
ALTER TABLE planted_trees DROP COLUMN IF EXISTS claimed_on;
