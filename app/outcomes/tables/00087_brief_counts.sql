-- +goose Up
ALTER TABLE outcome_counts ADD COLUMN IF NOT EXISTS brief LONGTEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL COMMENT 'the same without the points of its curves';

-- +goose Down
ALTER TABLE outcome_counts DROP COLUMN IF EXISTS brief;
