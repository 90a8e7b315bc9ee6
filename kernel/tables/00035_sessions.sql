-- +goose Up
-- What stood here opened sessions as it was read; who was signed in signs in again.
DELETE FROM sessions;

ALTER TABLE sessions
  MODIFY COLUMN token VARCHAR(43) NOT NULL COMMENT 'a digest: the token itself is kept by the browser only',
  ADD COLUMN IF NOT EXISTS id VARCHAR(16) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS person_id VARCHAR(16) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS device_id VARCHAR(16) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS ended_at DATETIME(6) NULL,
  ADD INDEX IF NOT EXISTS ix_sessions_person (person_id),
  ADD INDEX IF NOT EXISTS ix_sessions_device (device_id);

-- +goose Down
