-- +goose Up
CREATE TABLE clock_alarms (
  id CHAR(16) NOT NULL,
  unit_id CHAR(16) NOT NULL COMMENT 'lot or bundle',
  kind VARCHAR(20) NOT NULL COMMENT 'soon, critical, ends',
  run CHAR(16) NOT NULL COMMENT 'the stage that it belongs to; each alarm of a stage rings once',
  person_id CHAR(16) NOT NULL COMMENT 'who was told',
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_clock_alarms PRIMARY KEY (id),
  CONSTRAINT uq_clock_alarms_once UNIQUE (unit_id, kind, run),
  CONSTRAINT fk_clock_alarms_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE clock_alarms;
