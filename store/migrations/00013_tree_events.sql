-- +goose Up
CREATE TABLE tree_events (
  id CHAR(16) NOT NULL,
  tree_id CHAR(16) NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  from_state VARCHAR(24) NOT NULL,
  to_state VARCHAR(24) NOT NULL,
  note VARCHAR(500) NOT NULL,
  CONSTRAINT pk_tree_events PRIMARY KEY (id),
  CONSTRAINT fk_tree_events_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_tree_events_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_tree_events_tree (tree_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE tree_events;
