-- +goose Up
CREATE TABLE checks (
  id CHAR(16) NOT NULL,
  tree_id CHAR(16) NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  after_work BOOLEAN NOT NULL COMMENT 'measured again after corrections',
  verdict VARCHAR(20) NOT NULL,
  subject JSON NOT NULL,
  readings JSON NOT NULL,
  assessment JSON NOT NULL,
  rules JSON NOT NULL,
  core_version VARCHAR(20) NOT NULL,
  CONSTRAINT pk_checks PRIMARY KEY (id),
  CONSTRAINT fk_checks_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_checks_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_checks_tree (tree_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE checks;
