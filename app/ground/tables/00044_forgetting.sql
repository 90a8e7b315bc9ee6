-- +goose Up
ALTER TABLE customers
  ADD COLUMN IF NOT EXISTS touched_at DATETIME(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6) COMMENT 'when the counter last wrote something of them down',
  ADD COLUMN IF NOT EXISTS erased_at DATETIME(6) NULL COMMENT 'who they were is not known any more',
  ADD INDEX IF NOT EXISTS ix_customers_touched (erased_at, touched_at);

-- +goose Down
