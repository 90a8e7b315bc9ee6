-- +goose Up
CREATE TABLE IF NOT EXISTS cause_matters (
  id VARCHAR(16) NOT NULL,
  cause VARCHAR(40) NOT NULL,
  whose VARCHAR(20) NOT NULL,
  reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_cause_matters PRIMARY KEY (id),
  CONSTRAINT fk_cause_matters_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_cause_matters_at (at, id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin COMMENT='whose matter a cause is in this house, the newest of each counts for sheets issued after it';

-- +goose Down
DROP TABLE IF EXISTS cause_matters;
