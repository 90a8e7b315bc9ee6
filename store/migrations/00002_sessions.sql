-- +goose Up
CREATE TABLE sessions (
  token CHAR(43) NOT NULL,
  data BLOB NOT NULL,
  expiry TIMESTAMP(6) NOT NULL,
  CONSTRAINT pk_sessions PRIMARY KEY (token),
  INDEX ix_sessions_expiry (expiry)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_bin;

-- +goose Down
DROP TABLE sessions;
