-- +goose Up
CREATE TABLE IF NOT EXISTS journey_damages (
  id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  journey VARCHAR(10) NOT NULL,
  damage VARCHAR(20) NOT NULL,
  girth_share DECIMAL(4,3) NOT NULL COMMENT 'of torn bark: its share of the girth',
  repair VARCHAR(20) NOT NULL,
  verdict VARCHAR(20) NOT NULL,
  note VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  repaired_at DATETIME(6) NULL,
  repaired_by VARCHAR(16) NULL,
  CONSTRAINT pk_journey_damages PRIMARY KEY (id),
  CONSTRAINT fk_journey_damages_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_journey_damages_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT fk_journey_damages_repaired_by FOREIGN KEY (repaired_by) REFERENCES people (id),
  CONSTRAINT ck_journey_damages_journey CHECK (journey IN ('arrival', 'going-home')),
  INDEX ix_journey_damages_tree (tree_id, at),
  INDEX ix_journey_damages_open (repaired_at, verdict, journey, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS journey_damages;
