-- +goose Up
CREATE TABLE IF NOT EXISTS mail_wishes (
  id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  address VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  token VARCHAR(26) NOT NULL COMMENT 'what ends it in one touch',
  by_customer BOOLEAN NOT NULL,
  person_id VARCHAR(16) NULL,
  at DATETIME(6) NOT NULL,
  looked_on DATE NULL COMMENT 'the day on which it was looked whether there is something to write',
  ended_at DATETIME(6) NULL,
  tree_key VARCHAR(16) AS (IF(ended_at IS NULL, tree_id, NULL)) PERSISTENT COMMENT 'one address a tree',
  CONSTRAINT pk_mail_wishes PRIMARY KEY (id),
  CONSTRAINT uq_mail_wishes_token UNIQUE (token),
  CONSTRAINT uq_mail_wishes_tree UNIQUE (tree_key),
  CONSTRAINT fk_mail_wishes_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_mail_wishes_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_mail_wishes_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_mail_wishes_due (ended_at, looked_on)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS care_mails (
  id VARCHAR(16) NOT NULL,
  wish_id VARCHAR(16) NOT NULL,
  planted_id VARCHAR(16) NOT NULL,
  day DATE NOT NULL,
  why VARCHAR(20) NOT NULL,
  subject VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  body VARCHAR(4000) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  at DATETIME(6) NOT NULL,
  going_at DATETIME(6) NOT NULL COMMENT 'when somebody began to send it last',
  tries INT NOT NULL,
  out_at DATETIME(6) NULL,
  dropped_at DATETIME(6) NULL COMMENT 'what it would have said is true no more',
  CONSTRAINT pk_care_mails PRIMARY KEY (id),
  CONSTRAINT uq_care_mails_day UNIQUE (planted_id, day),
  CONSTRAINT fk_care_mails_wish FOREIGN KEY (wish_id) REFERENCES mail_wishes (id),
  CONSTRAINT fk_care_mails_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  INDEX ix_care_mails_waiting (out_at, dropped_at, going_at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS care_mails;
DROP TABLE IF EXISTS mail_wishes;
