-- +goose Up
CREATE TABLE delivery_notes (
  id CHAR(16) NOT NULL,
  digest CHAR(64) NOT NULL COMMENT 'of the file, so that the same note twice is noticed',
  file_name VARCHAR(200) NOT NULL,
  content MEDIUMBLOB NOT NULL,
  columns_used JSON NOT NULL,
  delivery_id CHAR(16) NULL,
  rows_total INT NOT NULL,
  rows_done INT NOT NULL,
  trees_made INT NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_delivery_notes PRIMARY KEY (id),
  CONSTRAINT fk_delivery_notes_delivery FOREIGN KEY (delivery_id) REFERENCES deliveries (id),
  CONSTRAINT fk_delivery_notes_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_delivery_notes_digest (digest, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE delivery_notes;
