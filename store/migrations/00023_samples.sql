-- +goose Up
CREATE TABLE samples (
  id CHAR(16) NOT NULL,
  lot_id CHAR(16) NOT NULL,
  seed BIGINT UNSIGNED NOT NULL COMMENT 'the draw can be made again',
  lot_size INT NOT NULL,
  tolerable_share DECIMAL(6,5) NOT NULL,
  confidence DECIMAL(6,5) NOT NULL,
  strictness VARCHAR(20) NOT NULL,
  looks JSON NOT NULL COMMENT 'announced before the first tree was touched',
  drawn JSON NOT NULL COMMENT 'places in the lot, in the order to check',
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_samples PRIMARY KEY (id),
  CONSTRAINT uq_samples_lot UNIQUE (lot_id),
  CONSTRAINT fk_samples_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_samples_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE samples;
