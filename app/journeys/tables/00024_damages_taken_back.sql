-- +goose Up
ALTER TABLE journey_damages ADD COLUMN IF NOT EXISTS taken_back_at DATETIME(6) NULL;

-- +goose Down
