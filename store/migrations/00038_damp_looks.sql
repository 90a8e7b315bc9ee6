-- +goose Up
CREATE TABLE damp_looks (
  id CHAR(16) NOT NULL,
  lot_id CHAR(16) NOT NULL,
  tree_id CHAR(16) NULL COMMENT 'of a bundle that is kept in its own way',
  damp VARCHAR(10) NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_damp_looks PRIMARY KEY (id),
  CONSTRAINT fk_damp_looks_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_damp_looks_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_damp_looks_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_damp_looks_damp CHECK (damp IN ('moist', 'drying', 'dry')),
  INDEX ix_damp_looks_lot (lot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE damp_looks;
