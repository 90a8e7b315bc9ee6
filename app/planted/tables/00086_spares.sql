-- +goose Up
ALTER TABLE planted_trees ADD COLUMN IF NOT EXISTS dear_since DATE NULL COMMENT 'since when a spare of it is to be kept';

CREATE TABLE IF NOT EXISTS planted_spares (
  id VARCHAR(16) NOT NULL,
  planted_id VARCHAR(16) NOT NULL,
  way VARCHAR(10) NOT NULL,
  taken_on DATE NOT NULL,
  stands VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  ended_on DATE NULL,
  ended_why VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL DEFAULT '',
  CONSTRAINT pk_planted_spares PRIMARY KEY (id),
  CONSTRAINT fk_planted_spares_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  CONSTRAINT fk_planted_spares_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_planted_spares (planted_id, ended_on, taken_on)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin COMMENT='what was taken of a planted tree to have it once more, in a pot or elsewhere';

-- +goose Down
DROP TABLE IF EXISTS planted_spares;
ALTER TABLE planted_trees DROP COLUMN IF EXISTS dear_since;
