-- +goose Up
CREATE TABLE IF NOT EXISTS photos (
  id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  part VARCHAR(20) NOT NULL,
  caption VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  width INT NOT NULL,
  height INT NOT NULL,
  picture MEDIUMBLOB NOT NULL COMMENT 'made anew from its pixels: no place, no camera',
  thumbnail BLOB NOT NULL,
  removed BOOLEAN NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_photos PRIMARY KEY (id),
  CONSTRAINT fk_photos_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_photos_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_photos_part CHECK (part IN ('root', 'collar', 'base', 'label', 'whole')),
  INDEX ix_photos_tree (tree_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS photos;
