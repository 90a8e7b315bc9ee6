-- +goose Up
CREATE TABLE IF NOT EXISTS first_codes (
  digest VARCHAR(64) NOT NULL COMMENT 'of a code that stands on the console of a program: the first manager is made by it',
  made_at DATETIME(6) NOT NULL,
  CONSTRAINT pk_first_codes PRIMARY KEY (digest)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS first_codes;
