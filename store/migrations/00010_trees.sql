-- +goose Up
CREATE TABLE trees (
  id CHAR(16) NOT NULL,
  tag CHAR(7) NOT NULL,
  lot_id CHAR(16) NOT NULL,
  number INT NOT NULL COMMENT 'place in the lot',
  state VARCHAR(24) NOT NULL,
  state_since DATETIME(6) NOT NULL,
  due_on DATE NULL COMMENT 'look again',
  check_id CHAR(16) NULL COMMENT 'the newest check; the state is what the entries say',
  version INT NOT NULL,
  CONSTRAINT pk_trees PRIMARY KEY (id),
  CONSTRAINT uq_trees_tag UNIQUE (tag),
  CONSTRAINT uq_trees_place UNIQUE (lot_id, number),
  CONSTRAINT fk_trees_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT ck_trees_state CHECK (state IN ('unchecked', 'not-yet-judged', 'for-sale', 'in-work', 'held', 'apart',
    'sent-back', 'reserved', 'sold', 'lost', 'released-unchecked')),
  INDEX ix_trees_state (state, tag),
  INDEX ix_trees_due (state, due_on)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE trees;
