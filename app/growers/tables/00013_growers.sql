-- +goose Up
CREATE TABLE IF NOT EXISTS grower_notes (
  id VARCHAR(16) NOT NULL,
  number INT NOT NULL,
  grower_id VARCHAR(16) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  content JSON NOT NULL COMMENT 'what was found, as sent; never edited',
  asked VARCHAR(20) NOT NULL,
  sent_at DATETIME(6) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  answer VARCHAR(20) NOT NULL COMMENT 'empty until the grower answers',
  answer_note VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  answered_at DATETIME(6) NULL,
  version INT NOT NULL,
  CONSTRAINT pk_grower_notes PRIMARY KEY (id),
  CONSTRAINT uq_grower_notes_number UNIQUE (number),
  CONSTRAINT fk_grower_notes_grower FOREIGN KEY (grower_id) REFERENCES growers (id),
  CONSTRAINT fk_grower_notes_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_grower_notes_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_grower_notes_asked CHECK (asked IN ('credit', 'replace', 'collect', 'look')),
  CONSTRAINT ck_grower_notes_answer CHECK (answer IN ('', 'agreed', 'partly', 'refused')),
  INDEX ix_grower_notes_grower (grower_id, sent_at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS grower_notes;
