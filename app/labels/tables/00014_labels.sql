-- +goose Up
CREATE TABLE IF NOT EXISTS print_jobs (
  id VARCHAR(16) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  tags JSON NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_print_jobs PRIMARY KEY (id),
  CONSTRAINT fk_print_jobs_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_print_jobs_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS print_jobs;
