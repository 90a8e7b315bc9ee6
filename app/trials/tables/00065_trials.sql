-- +goose Up
CREATE TABLE IF NOT EXISTS trials (
  id VARCHAR(16) NOT NULL,
  number INT NOT NULL,
  question VARCHAR(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  step VARCHAR(40) NOT NULL DEFAULT '' COMMENT 'the school that it is about; empty for ways that are none',
  way_a VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL COMMENT 'a choice of the step, or in words',
  way_b VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  false_alarm DOUBLE NOT NULL,
  seed BIGINT UNSIGNED NOT NULL,
  looks JSON NOT NULL COMMENT 'the days on which it is looked at, fixed when it began',
  begun_on DATE NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  version INT NOT NULL,
  ended_as VARCHAR(20) NOT NULL DEFAULT '' COMMENT 'found, nothing-found, abandoned; empty while it goes on',
  ended_reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL DEFAULT '',
  ended_by VARCHAR(16) NULL,
  ended_at DATETIME(6) NULL,
  signed JSON NOT NULL COMMENT 'what default was changed by it, with the evidence as it stood; {} for none',
  CONSTRAINT pk_trials PRIMARY KEY (id),
  CONSTRAINT uq_trials_number UNIQUE (number),
  CONSTRAINT fk_trials_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT fk_trials_ended FOREIGN KEY (ended_by) REFERENCES people (id),
  CONSTRAINT ck_trials_ended CHECK ((ended_as = '') = (ended_at IS NULL))
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS trial_trees (
  trial_id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  block VARCHAR(40) NOT NULL COMMENT 'of one kind and one customer',
  place INT NOT NULL COMMENT 'among those drawn of its block, from 0',
  way VARCHAR(1) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_trial_trees PRIMARY KEY (trial_id, tree_id),
  CONSTRAINT uq_trial_trees_place UNIQUE (trial_id, block, place),
  CONSTRAINT fk_trial_trees_trial FOREIGN KEY (trial_id) REFERENCES trials (id),
  CONSTRAINT fk_trial_trees_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_trial_trees_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_trial_trees_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_trial_trees_tree (tree_id, spot_id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS trial_looks (
  trial_id VARCHAR(16) NOT NULL,
  look INT NOT NULL COMMENT 'from 0',
  due_on DATE NOT NULL,
  at DATETIME(6) NOT NULL,
  told JSON NOT NULL COMMENT 'as it was told on its day',
  CONSTRAINT pk_trial_looks PRIMARY KEY (trial_id, look),
  CONSTRAINT fk_trial_looks_trial FOREIGN KEY (trial_id) REFERENCES trials (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS trial_looks;
DROP TABLE IF EXISTS trial_trees;
DROP TABLE IF EXISTS trials;
