-- +goose Up
CREATE TABLE IF NOT EXISTS sheet_batches (
  id VARCHAR(16) NOT NULL,
  site_id VARCHAR(16) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  stopped_at DATETIME(6) NULL,
  CONSTRAINT pk_sheet_batches PRIMARY KEY (id),
  CONSTRAINT fk_sheet_batches_site FOREIGN KEY (site_id) REFERENCES sites (id),
  CONSTRAINT fk_sheet_batches_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_sheet_batches_at (at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS sheet_batch_items (
  id VARCHAR(16) NOT NULL,
  batch_id VARCHAR(16) NOT NULL,
  number INT NOT NULL COMMENT 'the number that the sheet has, kept for it from the beginning',
  tag VARCHAR(20) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  state VARCHAR(10) NOT NULL,
  ask JSON NULL COMMENT 'what was asked for; emptied when it is done or refused',
  reason JSON NOT NULL COMMENT 'why it was refused',
  CONSTRAINT pk_sheet_batch_items PRIMARY KEY (id),
  CONSTRAINT uq_sheet_batch_items_number UNIQUE (number),
  CONSTRAINT fk_sheet_batch_items_batch FOREIGN KEY (batch_id) REFERENCES sheet_batches (id),
  CONSTRAINT fk_sheet_batch_items_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT ck_sheet_batch_items_state CHECK (state IN ('waiting', 'issued', 'refused')),
  INDEX ix_sheet_batch_items_batch (batch_id, number),
  INDEX ix_sheet_batch_items_state (state)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS sheet_batch_items;
DROP TABLE IF EXISTS sheet_batches;
