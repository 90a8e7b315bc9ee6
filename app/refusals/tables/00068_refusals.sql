-- +goose Up
CREATE TABLE IF NOT EXISTS refusals (
  id VARCHAR(16) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  sheet_id VARCHAR(16) NULL COMMENT 'the sheet it was about; null for the spot as a whole',
  advice VARCHAR(20) NOT NULL,
  advised VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL COMMENT 'what was advised, in words',
  reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL COMMENT 'what the customer said',
  refused_on DATE NOT NULL,
  person_id VARCHAR(16) NOT NULL COMMENT 'who advised it',
  at DATETIME(6) NOT NULL,
  taken_back_at DATETIME(6) NULL,
  CONSTRAINT pk_refusals PRIMARY KEY (id),
  CONSTRAINT fk_refusals_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_refusals_sheet FOREIGN KEY (sheet_id) REFERENCES sheets (id),
  CONSTRAINT fk_refusals_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_refusals_on (refused_on, id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS refusals;
