-- +goose Up
CREATE TABLE corrections (
  id CHAR(16) NOT NULL,
  tree_id CHAR(16) NOT NULL,
  check_id CHAR(16) NOT NULL,
  work_key VARCHAR(40) NOT NULL,
  code VARCHAR(40) NOT NULL,
  amount_mm DECIMAL(7,1) NULL,
  done BOOLEAN NOT NULL COMMENT 'false takes an earlier entry back',
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_corrections PRIMARY KEY (id),
  CONSTRAINT fk_corrections_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_corrections_check FOREIGN KEY (check_id) REFERENCES checks (id),
  CONSTRAINT fk_corrections_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_corrections_tree (tree_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE corrections;
