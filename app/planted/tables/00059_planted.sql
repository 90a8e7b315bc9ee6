-- +goose Up
CREATE TABLE IF NOT EXISTS planted_trees (
  id VARCHAR(16) NOT NULL,
  sheet_id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  planted_on DATE NOT NULL,
  by_customer BOOLEAN NOT NULL COMMENT 'told by who holds the copy of the sheet',
  person_id VARCHAR(16) NULL COMMENT 'who of the house wrote it down; null when the customer did',
  at DATETIME(6) NOT NULL,
  contact BOOLEAN NOT NULL COMMENT 'looked at on planned days, whatever becomes of it',
  ended_on DATE NULL COMMENT 'on which it was found dead or gone',
  ended_as VARCHAR(20) NOT NULL DEFAULT '' COMMENT 'dead or gone',
  cause VARCHAR(40) NOT NULL DEFAULT '' COMMENT 'of its loss, as somebody of the house decided',
  version INT NOT NULL,
  taken_back_at DATETIME(6) NULL,
  tree_key VARCHAR(16) AS (IF(taken_back_at IS NULL, tree_id, NULL)) PERSISTENT COMMENT 'a tree is planted once',
  bucket TINYINT UNSIGNED AS (CRC32(id) MOD 64) PERSISTENT COMMENT 'the night goes through them by this',
  CONSTRAINT pk_planted_trees PRIMARY KEY (id),
  CONSTRAINT uq_planted_trees_tree UNIQUE (tree_key),
  CONSTRAINT fk_planted_trees_sheet FOREIGN KEY (sheet_id) REFERENCES sheets (id),
  CONSTRAINT fk_planted_trees_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_planted_trees_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_planted_trees_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_planted_trees_night (bucket, taken_back_at, ended_on),
  INDEX ix_planted_trees_on (planted_on, id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS care_entries (
  id VARCHAR(32) NOT NULL COMMENT 'made on the device that it was entered on: what comes twice is one',
  planted_id VARCHAR(16) NOT NULL,
  done_on DATE NOT NULL,
  given_l DOUBLE NULL,
  felt VARCHAR(10) NOT NULL DEFAULT '',
  by_customer BOOLEAN NOT NULL,
  person_id VARCHAR(16) NULL,
  at DATETIME(6) NOT NULL,
  taken_back_at DATETIME(6) NULL,
  CONSTRAINT pk_care_entries PRIMARY KEY (id),
  CONSTRAINT fk_care_entries_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  CONSTRAINT fk_care_entries_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_care_entries_something CHECK (given_l IS NOT NULL OR felt <> ''),
  INDEX ix_care_entries_planted (planted_id, done_on)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS planted_water (
  planted_id VARCHAR(16) NOT NULL,
  worked_on DATE NOT NULL COMMENT 'the day on which it was worked out',
  as_of DATE NULL COMMENT 'the last day that the station told of; null while it tells of none',
  share DOUBLE NULL,
  fill_l DOUBLE NULL,
  advice VARCHAR(20) NOT NULL DEFAULT '',
  station_id VARCHAR(16) NULL,
  station_version INT NULL,
  CONSTRAINT pk_planted_water PRIMARY KEY (planted_id),
  CONSTRAINT fk_planted_water_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  INDEX ix_planted_water_advice (advice, share)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS planted_water;
DROP TABLE IF EXISTS care_entries;
DROP TABLE IF EXISTS planted_trees;
