-- +goose Up
CREATE TABLE IF NOT EXISTS site_schools (
  id VARCHAR(16) NOT NULL,
  site_id VARCHAR(16) NOT NULL,
  step VARCHAR(40) NOT NULL,
  choice VARCHAR(40) NOT NULL COMMENT 'the last of a step holds; empty: as the house does it',
  reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_site_schools PRIMARY KEY (id),
  CONSTRAINT fk_site_schools_site FOREIGN KEY (site_id) REFERENCES sites (id),
  CONSTRAINT fk_site_schools_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_site_schools_site (site_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS site_schools;
