-- +goose Up
ALTER TABLE trees ADD COLUMN IF NOT EXISTS place VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL DEFAULT '' COMMENT 'where in the yard it was moved to; empty: with its lot';

-- +goose Down
