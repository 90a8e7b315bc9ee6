-- +goose Up
CREATE TABLE IF NOT EXISTS delivery_notes (
  id VARCHAR(16) NOT NULL,
  digest VARCHAR(64) NOT NULL COMMENT 'of the file, so that the same note twice is noticed',
  file_name VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  content MEDIUMBLOB NOT NULL,
  columns_used JSON NOT NULL,
  delivery_id VARCHAR(16) NULL,
  reading INT NULL COMMENT 'which reading of the same file this is, from 0; two cannot be the same',
  rows_total INT NOT NULL,
  rows_done INT NOT NULL,
  trees_made INT NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_delivery_notes PRIMARY KEY (id),
  CONSTRAINT uq_delivery_notes_reading UNIQUE (digest, reading),
  CONSTRAINT fk_delivery_notes_delivery FOREIGN KEY (delivery_id) REFERENCES deliveries (id),
  CONSTRAINT fk_delivery_notes_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS delivery_notes;
