-- +goose Up
CREATE TABLE rule_changes (
  id CHAR(16) NOT NULL,
  seq INT NOT NULL,
  rule_key VARCHAR(60) NOT NULL COMMENT 'a threshold, or school:step',
  value VARCHAR(60) NOT NULL,
  reason VARCHAR(500) NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_rule_changes PRIMARY KEY (id),
  CONSTRAINT uq_rule_changes_seq UNIQUE (seq),
  CONSTRAINT fk_rule_changes_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE rule_changes;
