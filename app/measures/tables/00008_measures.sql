-- +goose Up
CREATE TABLE IF NOT EXISTS house_measures (
  id VARCHAR(16) NOT NULL,
  name VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  kind VARCHAR(20) NOT NULL,
  substance VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  amount DECIMAL(9,1) NOT NULL,
  unit VARCHAR(4) NOT NULL,
  retired BOOLEAN NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  in_use VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci AS (IF(retired, NULL, name)) STORED,
  CONSTRAINT pk_house_measures PRIMARY KEY (id),
  CONSTRAINT uq_house_measures_name UNIQUE (in_use),
  CONSTRAINT fk_house_measures_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_house_measures_kind CHECK (kind IN ('handful', 'scoop', 'cup', 'bucket', 'barrow', 'spoon')),
  CONSTRAINT ck_house_measures_unit CHECK (unit IN ('g', 'l')),
  CONSTRAINT ck_house_measures_amount CHECK (amount > 0)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS house_measures;
