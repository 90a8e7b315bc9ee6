-- +goose Up
ALTER TABLE kinds
  ADD COLUMN IF NOT EXISTS provisional BOOLEAN NOT NULL DEFAULT FALSE COMMENT 'met in the yard, not completed by a manager yet',
  ADD COLUMN IF NOT EXISTS added_by VARCHAR(16) NULL,
  ADD COLUMN IF NOT EXISTS added_at DATETIME(6) NULL,
  ADD COLUMN IF NOT EXISTS changed_by VARCHAR(16) NULL,
  ADD COLUMN IF NOT EXISTS changed_at DATETIME(6) NULL;

CREATE TABLE IF NOT EXISTS kind_changes (
  id VARCHAR(16) NOT NULL,
  kind_id VARCHAR(16) NOT NULL,
  was JSON NOT NULL COMMENT 'the kind as it stood before',
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_kind_changes PRIMARY KEY (id),
  CONSTRAINT fk_kind_changes_kind FOREIGN KEY (kind_id) REFERENCES kinds (id),
  INDEX ix_kind_changes_kind (kind_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS kind_changes;
