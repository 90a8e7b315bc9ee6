-- +goose Up
ALTER TABLE markings ADD COLUMN IF NOT EXISTS taken_back_at DATETIME(6) NULL;
ALTER TABLE drainage_tests ADD COLUMN IF NOT EXISTS taken_back_at DATETIME(6) NULL;
ALTER TABLE spots ADD COLUMN IF NOT EXISTS taken_back_at DATETIME(6) NULL;

-- +goose Down
