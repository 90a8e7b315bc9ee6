-- +goose Up
CREATE TABLE IF NOT EXISTS forecasts (
  id VARCHAR(16) NOT NULL,
  station_id VARCHAR(16) NOT NULL,
  made_on DATE NOT NULL COMMENT 'the day on which it was foretold',
  source VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL COMMENT 'who foretold it',
  days JSON NOT NULL,
  person_id VARCHAR(16) NOT NULL COMMENT 'who typed or brought it',
  at DATETIME(6) NOT NULL,
  taken_back_at DATETIME(6) NULL,
  CONSTRAINT pk_forecasts PRIMARY KEY (id),
  CONSTRAINT fk_forecasts_station FOREIGN KEY (station_id) REFERENCES stations (id),
  CONSTRAINT fk_forecasts_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_forecasts_station (station_id, made_on, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin COMMENT 'what somebody else foretold of the weather';

-- +goose Down
DROP TABLE IF EXISTS forecasts;
