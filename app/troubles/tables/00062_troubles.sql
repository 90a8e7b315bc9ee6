-- +goose Up
CREATE TABLE IF NOT EXISTS troubles (
  id VARCHAR(16) NOT NULL,
  number INT NOT NULL,
  planted_id VARCHAR(16) NULL COMMENT 'null for a tree that is none of ours',
  opened_on DATE NOT NULL,
  said VARCHAR(1000) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL COMMENT 'as somebody described it',
  seen JSON NOT NULL COMMENT 'what was looked at and found',
  weighed JSON NOT NULL COMMENT 'the causes as they stood when it was saved',
  odds JSON NOT NULL COMMENT 'what the house held other than the program when it was saved',
  cause VARCHAR(40) NOT NULL DEFAULT '' COMMENT 'as somebody of the house decided',
  decided_by VARCHAR(16) NULL,
  decided_at DATETIME(6) NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  version INT NOT NULL,
  taken_back_at DATETIME(6) NULL,
  CONSTRAINT pk_troubles PRIMARY KEY (id),
  CONSTRAINT uq_troubles_number UNIQUE (number),
  CONSTRAINT fk_troubles_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  CONSTRAINT fk_troubles_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT fk_troubles_decided FOREIGN KEY (decided_by) REFERENCES people (id),
  INDEX ix_troubles_planted (planted_id, opened_on)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS trouble_odds (
  id VARCHAR(16) NOT NULL,
  question VARCHAR(40) NOT NULL,
  answer VARCHAR(40) NOT NULL,
  cause VARCHAR(40) NOT NULL,
  factor DOUBLE NULL COMMENT 'null is ours again',
  reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_trouble_odds PRIMARY KEY (id),
  CONSTRAINT fk_trouble_odds_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_trouble_odds_factor CHECK (factor > 0),
  INDEX ix_trouble_odds_at (at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS trouble_odds;
DROP TABLE IF EXISTS troubles;
