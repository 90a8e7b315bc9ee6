-- +goose Up
CREATE TABLE IF NOT EXISTS stations (
  id VARCHAR(16) NOT NULL,
  name VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  lat_deg DOUBLE NOT NULL,
  lon_deg DOUBLE NULL,
  height_m DOUBLE NULL COMMENT 'over the sea',
  summary JSON NOT NULL COMMENT 'what all its readings say',
  version INT NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  taken_back_at DATETIME(6) NULL,
  CONSTRAINT pk_stations PRIMARY KEY (id),
  CONSTRAINT fk_stations_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_stations_lat CHECK (lat_deg BETWEEN -66 AND 66)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS station_records (
  id VARCHAR(16) NOT NULL,
  station_id VARCHAR(16) NOT NULL,
  file_name VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  delimiter VARCHAR(16) NOT NULL,
  top JSON NOT NULL COMMENT 'its first lines, as cells',
  heading_line INT NOT NULL COMMENT '0 is none',
  how JSON NOT NULL,
  scan JSON NOT NULL COMMENT 'what reading it through by that found',
  parts INT NOT NULL,
  parts_done INT NOT NULL,
  rows_kept INT NOT NULL,
  rows_there INT NOT NULL COMMENT 'of moments that another file of the station has',
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_station_records PRIMARY KEY (id),
  CONSTRAINT fk_station_records_station FOREIGN KEY (station_id) REFERENCES stations (id),
  CONSTRAINT fk_station_records_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_station_records_parts CHECK (parts_done BETWEEN 0 AND parts)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS station_record_parts (
  record_id VARCHAR(16) NOT NULL,
  place INT NOT NULL,
  first_line INT NOT NULL,
  body MEDIUMBLOB NOT NULL,
  CONSTRAINT pk_station_record_parts PRIMARY KEY (record_id, place),
  CONSTRAINT fk_station_record_parts_record FOREIGN KEY (record_id) REFERENCES station_records (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS station_readings (
  station_id VARCHAR(16) NOT NULL,
  at DATETIME NOT NULL COMMENT 'by the clock of the place',
  record_id VARCHAR(16) NOT NULL,
  min_c DOUBLE NULL,
  max_c DOUBLE NULL,
  temp_c DOUBLE NULL,
  rain_mm DOUBLE NULL,
  speed_ms DOUBLE NULL,
  from_deg DOUBLE NULL,
  CONSTRAINT pk_station_readings PRIMARY KEY (station_id, at),
  CONSTRAINT fk_station_readings_record FOREIGN KEY (record_id) REFERENCES station_records (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS station_readings;
DROP TABLE IF EXISTS station_record_parts;
DROP TABLE IF EXISTS station_records;
DROP TABLE IF EXISTS stations;
