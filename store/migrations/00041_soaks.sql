-- +goose Up
CREATE TABLE soaks (
  id CHAR(16) NOT NULL,
  lot_id CHAR(16) NOT NULL,
  tree_id CHAR(16) NULL COMMENT 'one tree or bundle; else the whole lot',
  water VARCHAR(10) NOT NULL,
  begun_at DATETIME(6) NOT NULL,
  ended_at DATETIME(6) NULL,
  told BOOLEAN NOT NULL DEFAULT FALSE COMMENT 'whoever is on duty was told that it is time',
  person_id CHAR(16) NOT NULL,
  CONSTRAINT pk_soaks PRIMARY KEY (id),
  CONSTRAINT fk_soaks_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_soaks_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_soaks_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_soaks_water CHECK (water IN ('clean', 'muddy')),
  CONSTRAINT ck_soaks_order CHECK (ended_at IS NULL OR ended_at >= begun_at),
  INDEX ix_soaks_open (ended_at, begun_at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE soaks;
