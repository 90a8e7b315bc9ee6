-- +goose Up
CREATE TABLE IF NOT EXISTS visits (
  id VARCHAR(32) NOT NULL COMMENT 'made on the device: a visit that is sent twice is one',
  planted_id VARCHAR(16) NOT NULL,
  visited_on DATE NOT NULL,
  facts JSON NOT NULL,
  by_customer BOOLEAN NOT NULL,
  person_id VARCHAR(16) NULL,
  at DATETIME(6) NOT NULL,
  taken_back_at DATETIME(6) NULL,
  CONSTRAINT pk_visits PRIMARY KEY (id),
  CONSTRAINT fk_visits_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  CONSTRAINT fk_visits_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_visits_planted (planted_id, visited_on)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS visit_photos (
  id VARCHAR(16) NOT NULL,
  planted_id VARCHAR(16) NOT NULL,
  visit_id VARCHAR(32) NOT NULL,
  shows VARCHAR(16) NOT NULL,
  caption VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  width INT NOT NULL,
  height INT NOT NULL,
  picture MEDIUMBLOB NOT NULL,
  thumbnail MEDIUMBLOB NOT NULL,
  removed BOOLEAN NOT NULL DEFAULT FALSE,
  person_id VARCHAR(16) NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_visit_photos PRIMARY KEY (id),
  CONSTRAINT fk_visit_photos_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  CONSTRAINT fk_visit_photos_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_visit_photos_visit (visit_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS visit_due (
  planted_id VARCHAR(16) NOT NULL,
  due_on DATE NULL COMMENT 'the next planned look; null when none is left',
  wants INT NOT NULL COMMENT 'how many things the newest visit asks for',
  worst INT NOT NULL COMMENT 'the place of the worst of them, the least is the worst; 99 is none',
  urgent BOOLEAN NOT NULL COMMENT 'the worst of them does not wait for the next planned look',
  last_on DATE NULL,
  CONSTRAINT pk_visit_due PRIMARY KEY (planted_id),
  CONSTRAINT fk_visit_due_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  INDEX ix_visit_due_on (due_on)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS visit_due;
DROP TABLE IF EXISTS visit_photos;
DROP TABLE IF EXISTS visits;
