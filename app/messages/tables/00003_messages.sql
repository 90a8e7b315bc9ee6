-- +goose Up
CREATE TABLE IF NOT EXISTS messages (
  id VARCHAR(16) NOT NULL,
  person_id VARCHAR(16) NOT NULL COMMENT 'to whom',
  code VARCHAR(60) NOT NULL,
  facts JSON NOT NULL,
  at DATETIME(6) NOT NULL,
  read_at DATETIME(6) NULL,
  CONSTRAINT pk_messages PRIMARY KEY (id),
  CONSTRAINT fk_messages_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_messages_person (person_id, read_at, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS messages;
