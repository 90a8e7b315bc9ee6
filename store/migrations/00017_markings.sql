-- +goose Up
CREATE TABLE markings (
  id CHAR(16) NOT NULL,
  spot_id CHAR(16) NOT NULL,
  reference VARCHAR(80) NOT NULL,
  marked_on DATE NOT NULL,
  expires_on DATE NOT NULL,
  marked_by VARCHAR(120) NOT NULL,
  private_lines VARCHAR(20) NOT NULL COMMENT 'none, marked',
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_markings PRIMARY KEY (id),
  CONSTRAINT fk_markings_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_markings_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_markings_dates CHECK (expires_on >= marked_on),
  INDEX ix_markings_spot (spot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE markings;
