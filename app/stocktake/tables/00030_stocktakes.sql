-- +goose Up
CREATE TABLE IF NOT EXISTS stocktakes (
  id VARCHAR(16) NOT NULL,
  number INT NOT NULL,
  lots JSON NOT NULL COMMENT 'numbers of the lots that are counted; empty: the whole yard',
  begun_by VARCHAR(16) NOT NULL,
  begun_at DATETIME(6) NOT NULL,
  closed_by VARCHAR(16) NULL,
  closed_at DATETIME(6) NULL,
  result JSON NULL COMMENT 'what it said when it was closed',
  CONSTRAINT pk_stocktakes PRIMARY KEY (id),
  CONSTRAINT uq_stocktakes_number UNIQUE (number),
  CONSTRAINT fk_stocktakes_begun_by FOREIGN KEY (begun_by) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS scans (
  stocktake_id VARCHAR(16) NOT NULL,
  tag VARCHAR(10) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_scans PRIMARY KEY (stocktake_id, tag),
  CONSTRAINT fk_scans_stocktake FOREIGN KEY (stocktake_id) REFERENCES stocktakes (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS scans;
DROP TABLE IF EXISTS stocktakes;
