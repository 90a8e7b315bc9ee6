-- +goose Up
CREATE TABLE IF NOT EXISTS care_happened (
  id VARCHAR(32) NOT NULL COMMENT 'made on the device that it was entered on: what comes twice is one',
  planted_id VARCHAR(16) NOT NULL,
  what VARCHAR(20) NOT NULL COMMENT 'first-flower, leaf-out, first-frost',
  happened_on DATE NOT NULL,
  by_customer BOOLEAN NOT NULL,
  person_id VARCHAR(16) NULL,
  at DATETIME(6) NOT NULL,
  taken_back_at DATETIME(6) NULL,
  CONSTRAINT pk_care_happened PRIMARY KEY (id),
  CONSTRAINT fk_care_happened_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  CONSTRAINT fk_care_happened_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_care_happened_planted (planted_id, happened_on)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS house_dates (
  id VARCHAR(16) NOT NULL,
  text VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  text_es VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL DEFAULT '',
  months INT NULL COMMENT 'after planting; null for a day of every year',
  day INT NULL COMMENT 'of a 365-day year',
  years INT NOT NULL COMMENT 'for how many years it comes again',
  kind_id VARCHAR(16) NULL COMMENT 'only for this kind; null for all',
  reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  dropped_at DATETIME(6) NULL,
  CONSTRAINT pk_house_dates PRIMARY KEY (id),
  CONSTRAINT fk_house_dates_kind FOREIGN KEY (kind_id) REFERENCES kinds (id),
  CONSTRAINT fk_house_dates_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_house_dates_when CHECK ((months IS NULL) <> (day IS NULL))
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS house_dates;
DROP TABLE IF EXISTS care_happened;
