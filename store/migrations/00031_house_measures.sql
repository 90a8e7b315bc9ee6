-- +goose Up
CREATE TABLE house_measures (
  id CHAR(16) NOT NULL,
  name VARCHAR(60) NOT NULL,
  kind VARCHAR(20) NOT NULL,
  substance VARCHAR(60) NOT NULL,
  amount DECIMAL(9,1) NOT NULL,
  unit VARCHAR(4) NOT NULL,
  retired BOOLEAN NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  version INT NOT NULL,
  CONSTRAINT pk_house_measures PRIMARY KEY (id),
  CONSTRAINT uq_house_measures_name UNIQUE (name),
  CONSTRAINT fk_house_measures_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_house_measures_kind CHECK (kind IN ('handful', 'scoop', 'cup', 'bucket', 'barrow', 'spoon')),
  CONSTRAINT ck_house_measures_unit CHECK (unit IN ('g', 'l')),
  CONSTRAINT ck_house_measures_amount CHECK (amount > 0)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE house_measures;
