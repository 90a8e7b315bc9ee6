-- +goose Up
CREATE TABLE IF NOT EXISTS amounts_used (
  id VARCHAR(16) NOT NULL,
  planted_id VARCHAR(16) NOT NULL,
  counted VARCHAR(20) NOT NULL,
  amount DOUBLE NOT NULL COMMENT 'in the unit of what is counted: l, kg, m, h or pieces',
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  taken_back_at DATETIME(6) NULL,
  stands_key VARCHAR(40) AS (IF(taken_back_at IS NULL, CONCAT(planted_id, ' ', counted), NULL)) PERSISTENT COMMENT 'one figure of each holds',
  CONSTRAINT pk_amounts_used PRIMARY KEY (id),
  CONSTRAINT uq_amounts_used_stands UNIQUE (stands_key),
  CONSTRAINT fk_amounts_used_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  CONSTRAINT fk_amounts_used_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_amounts_used_amount CHECK (amount >= 0)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS amounts_used;
