-- +goose Up
CREATE TABLE IF NOT EXISTS sheet_links (
  id VARCHAR(16) NOT NULL,
  sheet_id VARCHAR(16) NOT NULL,
  token VARCHAR(40) NOT NULL COMMENT 'who holds it reads the customer copy of this sheet, and nothing else',
  made_at DATETIME(6) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  expires_on DATE NOT NULL,
  revoked_at DATETIME(6) NULL,
  revoked_by VARCHAR(16) NULL,
  CONSTRAINT pk_sheet_links PRIMARY KEY (id),
  CONSTRAINT uq_sheet_links_token UNIQUE (token),
  CONSTRAINT fk_sheet_links_sheet FOREIGN KEY (sheet_id) REFERENCES sheets (id),
  CONSTRAINT fk_sheet_links_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_sheet_links_sheet (sheet_id, made_at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS sheet_links;
