-- +goose Up
CREATE TABLE IF NOT EXISTS checks (
  id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  after_work BOOLEAN NOT NULL COMMENT 'measured again after corrections',
  while_apart BOOLEAN NOT NULL DEFAULT FALSE COMMENT 'the tree was judged and kept apart: what was found then goes on counting',
  verdict VARCHAR(20) NOT NULL,
  subject JSON NOT NULL,
  readings JSON NOT NULL,
  assessment JSON NOT NULL,
  house VARCHAR(64) NOT NULL COMMENT 'the rules that it was judged by, whole',
  core_version VARCHAR(20) NOT NULL,
  CONSTRAINT pk_checks PRIMARY KEY (id),
  CONSTRAINT fk_checks_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_checks_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT fk_checks_house FOREIGN KEY (house) REFERENCES houses (digest),
  INDEX ix_checks_tree (tree_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS corrections (
  id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  check_id VARCHAR(16) NOT NULL,
  work_key VARCHAR(40) NOT NULL,
  code VARCHAR(40) NOT NULL,
  amount_mm DECIMAL(7,1) NULL,
  done BOOLEAN NOT NULL COMMENT 'false takes an earlier entry back',
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_corrections PRIMARY KEY (id),
  CONSTRAINT fk_corrections_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_corrections_check FOREIGN KEY (check_id) REFERENCES checks (id),
  CONSTRAINT fk_corrections_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_corrections_tree (tree_id, at),
  INDEX ix_corrections_check (check_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS grower_scores (
  grower_id VARCHAR(16) NOT NULL,
  half VARCHAR(6) NOT NULL COMMENT 'of a year, as 2026-2',
  code VARCHAR(20) NOT NULL COMMENT 'checked, faulty, or a fault',
  trees INT NOT NULL COMMENT 'of which it is so, by the look that counts for their lots',
  CONSTRAINT pk_grower_scores PRIMARY KEY (grower_id, half, code),
  CONSTRAINT fk_grower_scores_grower FOREIGN KEY (grower_id) REFERENCES growers (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS grower_scores;
DROP TABLE IF EXISTS corrections;
DROP TABLE IF EXISTS checks;
