-- +goose Up
ALTER TABLE sheets
  ADD COLUMN IF NOT EXISTS withdrawn_at DATETIME(6) NULL,
  ADD COLUMN IF NOT EXISTS withdrawn_by VARCHAR(16) NULL,
  ADD COLUMN IF NOT EXISTS withdrawn_reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS replaces INT NULL COMMENT 'the sheet that this one revises',
  ADD COLUMN IF NOT EXISTS replaced_by INT NULL,
  ADD COLUMN IF NOT EXISTS series VARCHAR(16) NOT NULL DEFAULT '' COMMENT 'of a sheet and its revisions: the identity of their calendar',
  ADD COLUMN IF NOT EXISTS revision INT NOT NULL DEFAULT 0;

CREATE TABLE IF NOT EXISTS sheet_tellings (
  sheet_id VARCHAR(16) NOT NULL,
  what VARCHAR(20) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_sheet_tellings PRIMARY KEY (sheet_id, what),
  CONSTRAINT fk_sheet_tellings_sheet FOREIGN KEY (sheet_id) REFERENCES sheets (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS sheet_tellings;
