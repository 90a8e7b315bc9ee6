-- +goose Up
CREATE TABLE IF NOT EXISTS site_plans (
  id VARCHAR(16) NOT NULL,
  site_id VARCHAR(16) NOT NULL,
  version INT NOT NULL COMMENT 'from 1; the highest counts',
  plan JSON NOT NULL COMMENT 'points by how they were measured, things on them, spots',
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_site_plans PRIMARY KEY (id),
  CONSTRAINT fk_site_plans_site FOREIGN KEY (site_id) REFERENCES sites (id),
  CONSTRAINT fk_site_plans_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT uq_site_plans UNIQUE (site_id, version),
  CONSTRAINT ck_site_plans_version CHECK (version >= 1)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS site_plans;
