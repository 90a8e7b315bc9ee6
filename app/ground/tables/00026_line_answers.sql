-- +goose Up
CREATE TABLE IF NOT EXISTS line_answers (
  id VARCHAR(16) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  owner VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  reference VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  answer VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  answered_on DATE NOT NULL,
  keep_m DECIMAL(5,2) NULL COMMENT 'the distance that tools and tall stock keep; null is not told',
  distance_m DECIMAL(6,2) NOT NULL COMMENT 'of the line that it is about, as recorded then',
  height_m DECIMAL(6,2) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  taken_back_at DATETIME(6) NULL,
  CONSTRAINT pk_line_answers PRIMARY KEY (id),
  CONSTRAINT fk_line_answers_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_line_answers_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_line_answers_spot (spot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS line_answers;
