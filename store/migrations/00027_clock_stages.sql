-- +goose Up
CREATE TABLE clock_stages (
  id CHAR(16) NOT NULL,
  lot_id CHAR(16) NOT NULL,
  tree_id CHAR(16) NULL COMMENT 'a bundle with a life of its own; null is the whole lot',
  at DATETIME(6) NOT NULL COMMENT 'from when',
  cover VARCHAR(20) NOT NULL COMMENT 'empty for a rewetting',
  rewet BOOLEAN NOT NULL,
  temp_c DECIMAL(4,1) NULL COMMENT 'typed; null is by the weather station',
  rh_pct DECIMAL(4,1) NULL,
  person_id CHAR(16) NOT NULL,
  entered_at DATETIME(6) NOT NULL,
  undone BOOLEAN NOT NULL,
  CONSTRAINT pk_clock_stages PRIMARY KEY (id),
  CONSTRAINT fk_clock_stages_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_clock_stages_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_clock_stages_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_clock_stages_lot (lot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE clock_stages;
