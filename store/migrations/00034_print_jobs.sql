-- +goose Up
CREATE TABLE print_jobs (
  id CHAR(16) NOT NULL,
  lot_id CHAR(16) NOT NULL,
  tags JSON NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_print_jobs PRIMARY KEY (id),
  CONSTRAINT fk_print_jobs_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_print_jobs_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE print_jobs;
