-- +goose Up
CREATE TABLE IF NOT EXISTS sheet_papers (
  sheet_id VARCHAR(16) NOT NULL,
  size VARCHAR(10) NOT NULL,
  pdf MEDIUMBLOB NOT NULL COMMENT 'as it was handed over, byte for byte; drawn anew only when the customer is forgotten',
  drawn_at DATETIME(6) NOT NULL,
  CONSTRAINT pk_sheet_papers PRIMARY KEY (sheet_id, size),
  CONSTRAINT fk_sheet_papers_sheet FOREIGN KEY (sheet_id) REFERENCES sheets (id),
  CONSTRAINT ck_sheet_papers_size CHECK (size IN ('a4', 'letter'))
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS sheet_papers;
