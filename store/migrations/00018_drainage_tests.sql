-- +goose Up
CREATE TABLE drainage_tests (
  id CHAR(16) NOT NULL,
  spot_id CHAR(16) NOT NULL,
  hole_width_mm DECIMAL(6,1) NOT NULL,
  readings JSON NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_drainage_tests PRIMARY KEY (id),
  CONSTRAINT fk_drainage_tests_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_drainage_tests_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_drainage_tests_spot (spot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE drainage_tests;
