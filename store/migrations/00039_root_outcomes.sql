-- +goose Up
CREATE TABLE root_outcomes (
  id CHAR(16) NOT NULL,
  lot_id CHAR(16) NOT NULL,
  lost INT NOT NULL,
  doubtful INT NOT NULL,
  sound INT NOT NULL,
  note VARCHAR(200) NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_root_outcomes PRIMARY KEY (id),
  CONSTRAINT fk_root_outcomes_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_root_outcomes_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_root_outcomes_counts CHECK (lost >= 0 AND doubtful >= 0 AND sound >= 0),
  INDEX ix_root_outcomes_lot (lot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE root_outcomes;
