-- +goose Up
CREATE TABLE once (
  idempotency_key VARCHAR(64) NOT NULL,
  person_id CHAR(16) NOT NULL,
  deed VARCHAR(60) NOT NULL,
  answer JSON NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_once PRIMARY KEY (idempotency_key, person_id),
  CONSTRAINT fk_once_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE once;
