-- +goose Up
CREATE TABLE IF NOT EXISTS care_looked (
  planted_id VARCHAR(16) NOT NULL,
  looked_on DATE NOT NULL COMMENT 'the day for which its coming dates were read out of its calendar',
  CONSTRAINT pk_care_looked PRIMARY KEY (planted_id),
  CONSTRAINT fk_care_looked_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS care_soon (
  planted_id VARCHAR(16) NOT NULL,
  mark VARCHAR(60) NOT NULL,
  from_on DATE NOT NULL,
  until_on DATE NULL,
  code VARCHAR(40) NOT NULL COMMENT 'of the calendar; own for one of the house''s',
  CONSTRAINT pk_care_soon PRIMARY KEY (planted_id, mark),
  CONSTRAINT fk_care_soon_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  INDEX ix_care_soon_from (from_on, planted_id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin COMMENT 'what the calendars of living trees ask for in the coming weeks; read anew every night';

-- +goose Down
DROP TABLE IF EXISTS care_soon;
DROP TABLE IF EXISTS care_looked;
