-- +goose Up
CREATE TABLE gel_dips (
  id CHAR(16) NOT NULL,
  lot_id CHAR(16) NOT NULL,
  tree_id CHAR(16) NULL,
  trees INT NOT NULL,
  input JSON NOT NULL,
  result JSON NOT NULL,
  weighed_g DECIMAL(8,1) NOT NULL,
  mixed_at DATETIME(6) NOT NULL,
  ready_at DATETIME(6) NOT NULL,
  dipped_at DATETIME(6) NULL,
  person_id CHAR(16) NOT NULL,
  version INT NOT NULL,
  CONSTRAINT pk_gel_dips PRIMARY KEY (id),
  CONSTRAINT fk_gel_dips_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_gel_dips_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_gel_dips_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_gel_dips_lot (lot_id, mixed_at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE gel_dips;
