-- +goose Up
CREATE TABLE sign_in_failures (
  subject VARCHAR(120) NOT NULL COMMENT 'a sign-in name or an address, as a digest',
  failures INT NOT NULL,
  last_at DATETIME(6) NOT NULL,
  CONSTRAINT pk_sign_in_failures PRIMARY KEY (subject)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_bin;

-- +goose Down
DROP TABLE sign_in_failures;
