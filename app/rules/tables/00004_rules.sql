-- +goose Up
CREATE TABLE IF NOT EXISTS rule_changes (
  id VARCHAR(16) NOT NULL,
  seq INT NOT NULL,
  rule_key VARCHAR(60) NOT NULL COMMENT 'a threshold, or school:step',
  value VARCHAR(60) NOT NULL,
  reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_rule_changes PRIMARY KEY (id),
  CONSTRAINT uq_rule_changes_seq UNIQUE (seq),
  CONSTRAINT fk_rule_changes_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS houses (
  digest VARCHAR(64) NOT NULL,
  whole JSON NOT NULL COMMENT 'every rule and school that was in force: what was judged by it is shown by it',
  CONSTRAINT pk_houses PRIMARY KEY (digest)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS houses;
DROP TABLE IF EXISTS rule_changes;
