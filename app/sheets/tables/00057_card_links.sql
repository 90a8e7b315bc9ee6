-- +goose Up
CREATE TABLE IF NOT EXISTS card_links (
  id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  token VARCHAR(40) NOT NULL COMMENT 'who holds it tells of the ground for this tree, and reads nothing of anybody',
  made_at DATETIME(6) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  expires_on DATE NOT NULL,
  CONSTRAINT pk_card_links PRIMARY KEY (id),
  CONSTRAINT uq_card_links_token UNIQUE (token),
  CONSTRAINT fk_card_links_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_card_links_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_card_links_tree (tree_id, made_at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS card_links;
