-- +goose Up
CREATE TABLE IF NOT EXISTS many_deeds (
  id VARCHAR(16) NOT NULL,
  deed VARCHAR(10) NOT NULL COMMENT 'hold, move, lose',
  reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  place VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  until DATE NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  undone_at DATETIME(6) NULL,
  undone_by VARCHAR(16) NULL,
  CONSTRAINT pk_many_deeds PRIMARY KEY (id),
  CONSTRAINT fk_many_deeds_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_many_deeds_at (at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS many_trees (
  deed_id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  was_state VARCHAR(30) NOT NULL,
  was_due DATE NULL,
  was_place VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  version INT NOT NULL COMMENT 'of the tree after the deed: who moved it since is not undone',
  CONSTRAINT pk_many_trees PRIMARY KEY (deed_id, tree_id),
  CONSTRAINT fk_many_trees_deed FOREIGN KEY (deed_id) REFERENCES many_deeds (id),
  CONSTRAINT fk_many_trees_tree FOREIGN KEY (tree_id) REFERENCES trees (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS many_trees;
DROP TABLE IF EXISTS many_deeds;
