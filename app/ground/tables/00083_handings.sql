-- +goose Up
CREATE TABLE IF NOT EXISTS site_handings (
  id VARCHAR(16) NOT NULL,
  site_id VARCHAR(16) NOT NULL,
  handed_on DATE NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_site_handings PRIMARY KEY (id),
  CONSTRAINT fk_site_handings_site FOREIGN KEY (site_id) REFERENCES sites (id),
  CONSTRAINT fk_site_handings_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_site_handings_site (site_id, handed_on)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin COMMENT='when a ground with its trees went to somebody else; whose it was before is forgotten';
CREATE TABLE IF NOT EXISTS site_leavings (
  id VARCHAR(32) NOT NULL,
  site_id VARCHAR(16) NOT NULL,
  leaves_on DATE NOT NULL,
  by_customer BOOLEAN NOT NULL,
  person_id VARCHAR(16) NULL,
  at DATETIME(6) NOT NULL,
  ended_at DATETIME(6) NULL COMMENT 'it was handed over, or they stay after all',
  CONSTRAINT pk_site_leavings PRIMARY KEY (id),
  CONSTRAINT fk_site_leavings_site FOREIGN KEY (site_id) REFERENCES sites (id),
  CONSTRAINT fk_site_leavings_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_site_leavings_site (site_id, ended_at),
  INDEX ix_site_leavings_open (ended_at, leaves_on)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin COMMENT='that whoever lives at a ground said they leave it, and from when';

-- +goose Down
DROP TABLE IF EXISTS site_leavings;
DROP TABLE IF EXISTS site_handings;
