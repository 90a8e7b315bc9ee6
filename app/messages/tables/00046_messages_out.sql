-- +goose Up
ALTER TABLE messages
  ADD COLUMN IF NOT EXISTS going_at DATETIME(6) NULL COMMENT 'when somebody began to send it to a telephone',
  ADD COLUMN IF NOT EXISTS out_at DATETIME(6) NULL COMMENT 'when that was done',
  ADD INDEX IF NOT EXISTS ix_messages_out (out_at, going_at);

-- +goose Down
ALTER TABLE messages
  DROP INDEX IF EXISTS ix_messages_out,
  DROP COLUMN IF EXISTS out_at,
  DROP COLUMN IF EXISTS going_at;
