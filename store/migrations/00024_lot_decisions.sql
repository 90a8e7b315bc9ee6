-- +goose Up
CREATE TABLE lot_decisions (
  id CHAR(16) NOT NULL,
  lot_id CHAR(16) NOT NULL,
  decision VARCHAR(20) NOT NULL,
  proposed BOOLEAN NOT NULL COMMENT 'true until a manager decides',
  note VARCHAR(500) NOT NULL,
  person_id CHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_lot_decisions PRIMARY KEY (id),
  CONSTRAINT fk_lot_decisions_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_lot_decisions_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_lot_decisions_decision CHECK (decision IN ('released', 'refused', 'open')),
  INDEX ix_lot_decisions_lot (lot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE lot_decisions;
