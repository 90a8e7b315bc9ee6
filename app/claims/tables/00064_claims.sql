-- +goose Up
CREATE TABLE IF NOT EXISTS guarantee_claims (
  id VARCHAR(16) NOT NULL,
  number INT NOT NULL,
  planted_id VARCHAR(16) NOT NULL,
  asked_on DATE NOT NULL,
  said VARCHAR(1000) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL COMMENT 'what the customer says',
  planted_by VARCHAR(20) NOT NULL DEFAULT '' COMMENT 'house or customer; empty while nobody said',
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  version INT NOT NULL,
  answer VARCHAR(20) NOT NULL DEFAULT '' COMMENT 'granted, in-part, refused; empty while it is open',
  given VARCHAR(20) NOT NULL DEFAULT '' COMMENT 'tree, money, work',
  cents INT NULL COMMENT 'what it cost the house',
  reason VARCHAR(1000) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL DEFAULT '',
  letter VARCHAR(2000) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL DEFAULT '',
  frozen JSON NOT NULL COMMENT 'what spoke for and against when it was decided',
  decided_by VARCHAR(16) NULL,
  decided_at DATETIME(6) NULL,
  taken_back_at DATETIME(6) NULL,
  open_key VARCHAR(16) AS (IF(taken_back_at IS NULL AND answer = '', planted_id, NULL)) PERSISTENT COMMENT 'one open claim a tree',
  CONSTRAINT pk_guarantee_claims PRIMARY KEY (id),
  CONSTRAINT uq_guarantee_claims_number UNIQUE (number),
  CONSTRAINT uq_guarantee_claims_open UNIQUE (open_key),
  CONSTRAINT fk_guarantee_claims_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  CONSTRAINT fk_guarantee_claims_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT fk_guarantee_claims_decided FOREIGN KEY (decided_by) REFERENCES people (id),
  CONSTRAINT ck_guarantee_claims_decided CHECK ((answer = '') = (decided_at IS NULL)),
  CONSTRAINT ck_guarantee_claims_cost CHECK (answer IN ('', 'refused') OR cents IS NOT NULL),
  INDEX ix_guarantee_claims_answer (answer, number)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS guarantee_claims;
