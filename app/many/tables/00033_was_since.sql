-- +goose Up
ALTER TABLE many_trees ADD COLUMN IF NOT EXISTS was_since DATETIME(6) NULL COMMENT 'since when it had stood as it stood; unknown of deeds before this column';

-- +goose Down
