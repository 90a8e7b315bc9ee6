-- +goose Up
CREATE TABLE IF NOT EXISTS spot_photos (
  id VARCHAR(16) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  shows VARCHAR(20) NOT NULL,
  caption VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  width INT NOT NULL,
  height INT NOT NULL,
  picture MEDIUMBLOB NOT NULL COMMENT 'made anew from its pixels: no place, no camera',
  thumbnail BLOB NOT NULL,
  removed BOOLEAN NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_spot_photos PRIMARY KEY (id),
  CONSTRAINT fk_spot_photos_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_spot_photos_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_spot_photos_spot (spot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS spot_photos;
