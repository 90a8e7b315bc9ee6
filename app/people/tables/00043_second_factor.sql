-- +goose Up
ALTER TABLE people
  ADD COLUMN IF NOT EXISTS second_secret VARCHAR(64) NULL COMMENT 'base32, of an authenticator app; NULL: none',
  ADD COLUMN IF NOT EXISTS second_begun VARCHAR(64) NULL COMMENT 'a secret that was shown and not confirmed by a code yet',
  ADD COLUMN IF NOT EXISTS second_step BIGINT NOT NULL DEFAULT 0 COMMENT 'the newest half minute of which a code was taken: none is taken twice',
  ADD COLUMN IF NOT EXISTS language VARCHAR(5) NOT NULL DEFAULT '' COMMENT 'as they chose; empty: as the device has it',
  ADD COLUMN IF NOT EXISTS units VARCHAR(6) NOT NULL DEFAULT '';

CREATE TABLE IF NOT EXISTS recovery_codes (
  person_id VARCHAR(16) NOT NULL,
  digest VARCHAR(64) NOT NULL,
  used_at DATETIME(6) NULL,
  CONSTRAINT pk_recovery_codes PRIMARY KEY (person_id, digest),
  CONSTRAINT fk_recovery_codes_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS second_asked (
  role VARCHAR(20) NOT NULL COMMENT 'whoever is of this role has a second factor, or does nothing but give themselves one',
  CONSTRAINT pk_second_asked PRIMARY KEY (role)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS second_asked;
DROP TABLE IF EXISTS recovery_codes;
