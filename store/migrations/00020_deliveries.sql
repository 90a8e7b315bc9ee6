-- +goose Up
CREATE TABLE deliveries (
  id CHAR(16) NOT NULL,
  number INT NOT NULL,
  grower_id CHAR(16) NOT NULL,
  lifted_at DATETIME(6) NULL COMMENT 'when the bare roots left the ground, if known',
  arrived_at DATETIME(6) NOT NULL,
  packing VARCHAR(20) NOT NULL COMMENT 'of bare roots: what was found on opening the box',
  note VARCHAR(500) NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_deliveries PRIMARY KEY (id),
  CONSTRAINT uq_deliveries_number UNIQUE (number),
  CONSTRAINT fk_deliveries_grower FOREIGN KEY (grower_id) REFERENCES growers (id),
  CONSTRAINT fk_deliveries_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_deliveries_lifted CHECK (lifted_at IS NULL OR lifted_at <= arrived_at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE deliveries;
