-- +goose Up
CREATE TABLE IF NOT EXISTS tellings (
  id VARCHAR(16) NOT NULL COMMENT 'the link by which it came: one of each, the newest counts',
  at DATETIME(6) NOT NULL,
  name VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  telephone VARCHAR(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  ground JSON NULL COMMENT 'only what was answered; empty once somebody took it up',
  ended_at DATETIME(6) NULL COMMENT 'taken up or dropped; nothing personal is left here then',
  ended_by VARCHAR(16) NULL,
  spot_id VARCHAR(16) NULL,
  CONSTRAINT pk_tellings PRIMARY KEY (id),
  CONSTRAINT fk_tellings_link FOREIGN KEY (id) REFERENCES card_links (id),
  CONSTRAINT fk_tellings_person FOREIGN KEY (ended_by) REFERENCES people (id),
  CONSTRAINT fk_tellings_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  INDEX ix_tellings_ended (ended_at, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS tellings;
