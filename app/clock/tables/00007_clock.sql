-- +goose Up
CREATE TABLE IF NOT EXISTS clock_stages (
  id VARCHAR(16) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NULL COMMENT 'a bundle with a life of its own; null is the whole lot',
  at DATETIME(6) NOT NULL COMMENT 'from when',
  cover VARCHAR(20) NOT NULL COMMENT 'empty for a rewetting',
  rewet BOOLEAN NOT NULL,
  temp_c DECIMAL(4,1) NULL COMMENT 'typed; null is by the weather station',
  rh_pct DECIMAL(4,1) NULL,
  person_id VARCHAR(16) NOT NULL,
  entered_at DATETIME(6) NOT NULL,
  undone BOOLEAN NOT NULL,
  CONSTRAINT pk_clock_stages PRIMARY KEY (id),
  CONSTRAINT fk_clock_stages_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_clock_stages_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_clock_stages_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_clock_stages_lot (lot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS clock_alarms (
  id VARCHAR(16) NOT NULL,
  unit_id VARCHAR(16) NOT NULL COMMENT 'lot or bundle',
  kind VARCHAR(20) NOT NULL COMMENT 'soon, critical, ends',
  run VARCHAR(16) NOT NULL COMMENT 'the stage that it belongs to; each alarm of a stage rings once',
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_clock_alarms PRIMARY KEY (id),
  CONSTRAINT uq_clock_alarms_once UNIQUE (unit_id, kind, run)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS damp_looks (
  id VARCHAR(16) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NULL COMMENT 'of a bundle that is kept in its own way',
  damp VARCHAR(10) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_damp_looks PRIMARY KEY (id),
  CONSTRAINT fk_damp_looks_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_damp_looks_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_damp_looks_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_damp_looks_damp CHECK (damp IN ('moist', 'drying', 'dry')),
  INDEX ix_damp_looks_lot (lot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS root_outcomes (
  id VARCHAR(16) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  lost INT NOT NULL,
  doubtful INT NOT NULL,
  sound INT NOT NULL,
  note VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_root_outcomes PRIMARY KEY (id),
  CONSTRAINT fk_root_outcomes_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_root_outcomes_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_root_outcomes_counts CHECK (lost >= 0 AND doubtful >= 0 AND sound >= 0),
  INDEX ix_root_outcomes_lot (lot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS gel_dips (
  id VARCHAR(16) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NULL,
  trees INT NOT NULL,
  input JSON NOT NULL,
  result JSON NOT NULL,
  weighed_g DECIMAL(8,1) NOT NULL,
  mixed_at DATETIME(6) NOT NULL,
  ready_at DATETIME(6) NOT NULL,
  dipped_at DATETIME(6) NULL,
  thrown_at DATETIME(6) NULL COMMENT 'away: nothing was dipped in it',
  person_id VARCHAR(16) NOT NULL,
  open_for VARCHAR(16) AS (IF(dipped_at IS NULL AND thrown_at IS NULL, COALESCE(tree_id, lot_id), NULL)) STORED,
  CONSTRAINT pk_gel_dips PRIMARY KEY (id),
  CONSTRAINT uq_gel_dips_open UNIQUE (open_for),
  CONSTRAINT fk_gel_dips_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_gel_dips_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_gel_dips_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_gel_dips_lot (lot_id, mixed_at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS soaks (
  id VARCHAR(16) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NULL COMMENT 'one tree or bundle; else the whole lot',
  water VARCHAR(10) NOT NULL,
  begun_at DATETIME(6) NOT NULL,
  ended_at DATETIME(6) NULL,
  told BOOLEAN NOT NULL COMMENT 'whoever is on duty was told that it is time',
  person_id VARCHAR(16) NOT NULL,
  open_for VARCHAR(16) AS (IF(ended_at IS NULL, COALESCE(tree_id, lot_id), NULL)) STORED,
  CONSTRAINT pk_soaks PRIMARY KEY (id),
  CONSTRAINT uq_soaks_open UNIQUE (open_for),
  CONSTRAINT fk_soaks_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_soaks_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_soaks_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_soaks_water CHECK (water IN ('clean', 'muddy')),
  CONSTRAINT ck_soaks_order CHECK (ended_at IS NULL OR ended_at >= begun_at),
  INDEX ix_soaks_open (ended_at, begun_at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS soaks;
DROP TABLE IF EXISTS gel_dips;
DROP TABLE IF EXISTS root_outcomes;
DROP TABLE IF EXISTS damp_looks;
DROP TABLE IF EXISTS clock_alarms;
DROP TABLE IF EXISTS clock_stages;
