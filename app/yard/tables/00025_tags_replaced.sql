-- +goose Up
CREATE TABLE IF NOT EXISTS replaced_tags (
  tag VARCHAR(7) NOT NULL COMMENT 'lost or torn; it still leads to its tree',
  tree_id VARCHAR(16) NOT NULL,
  reason VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_replaced_tags PRIMARY KEY (tag),
  CONSTRAINT fk_replaced_tags_tree FOREIGN KEY (tree_id) REFERENCES trees (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS replaced_tags;
