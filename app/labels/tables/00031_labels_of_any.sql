-- +goose Up
ALTER TABLE print_jobs MODIFY COLUMN lot_id VARCHAR(16) NULL COMMENT 'null: chosen trees of any lots';

-- +goose Down
