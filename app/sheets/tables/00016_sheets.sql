-- +goose Up
CREATE TABLE IF NOT EXISTS sheets (
  id VARCHAR(16) NOT NULL,
  number INT NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  issued_at DATETIME(6) NOT NULL,
  planting_on DATE NOT NULL,
  content JSON NOT NULL COMMENT 'names, inputs, rules, schools, plan and care as issued; never edited',
  signed_reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  core_version VARCHAR(20) NOT NULL,
  CONSTRAINT pk_sheets PRIMARY KEY (id),
  CONSTRAINT uq_sheets_number UNIQUE (number),
  CONSTRAINT fk_sheets_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_sheets_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_sheets_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_sheets_spot (spot_id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS sheets;
