-- +goose Up
CREATE TABLE IF NOT EXISTS mendings (
  id VARCHAR(16) NOT NULL,
  what VARCHAR(20) NOT NULL,
  of_id VARCHAR(16) NOT NULL,
  was JSON NOT NULL COMMENT 'what stood before',
  reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_mendings PRIMARY KEY (id),
  CONSTRAINT fk_mendings_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_mendings_of (what, of_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS mendings;
