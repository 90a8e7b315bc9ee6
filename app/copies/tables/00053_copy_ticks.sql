-- +goose Up
CREATE TABLE IF NOT EXISTS copy_ticks (
  sheet_id VARCHAR(16) NOT NULL,
  mark VARCHAR(60) NOT NULL COMMENT 'what was ticked off: a move of the planting, or an entry of the care with its day',
  done BOOLEAN NOT NULL,
  at DATETIME(3) NOT NULL COMMENT 'when it was touched, by the device that touched it',
  came_at DATETIME(6) NOT NULL,
  CONSTRAINT pk_copy_ticks PRIMARY KEY (sheet_id, mark),
  CONSTRAINT fk_copy_ticks_sheet FOREIGN KEY (sheet_id) REFERENCES sheets (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS copy_ticks;
