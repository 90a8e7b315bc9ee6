-- +goose Up
ALTER TABLE deliveries
  ADD COLUMN IF NOT EXISTS taken_back_at DATETIME(6) NULL COMMENT 'it was entered by mistake';
ALTER TABLE lots
  ADD COLUMN IF NOT EXISTS unchecked BOOLEAN NOT NULL DEFAULT FALSE;

-- +goose Down
