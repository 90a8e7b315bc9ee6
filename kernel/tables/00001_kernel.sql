-- +goose Up
CREATE TABLE IF NOT EXISTS counters (
  name VARCHAR(40) NOT NULL,
  value INT NOT NULL,
  CONSTRAINT pk_counters PRIMARY KEY (name)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS sessions (
  token VARCHAR(43) NOT NULL,
  data BLOB NOT NULL,
  expiry DATETIME(6) NOT NULL,
  CONSTRAINT pk_sessions PRIMARY KEY (token),
  INDEX ix_sessions_expiry (expiry)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS once (
  person_id VARCHAR(16) NOT NULL COMMENT 'who sent it; empty is the house',
  idempotency_key VARCHAR(64) NOT NULL,
  operation VARCHAR(40) NOT NULL,
  digest VARCHAR(64) NOT NULL COMMENT 'of the request: the same key with another is refused',
  outcome JSON NOT NULL COMMENT 'what the deed gave, of which the answer is made',
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_once PRIMARY KEY (person_id, idempotency_key),
  INDEX ix_once_at (at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS jobs (
  id VARCHAR(40) NOT NULL,
  next_at DATETIME(6) NOT NULL COMMENT 'whoever moves it on does the job',
  CONSTRAINT pk_jobs PRIMARY KEY (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS jobs;
DROP TABLE IF EXISTS once;
DROP TABLE IF EXISTS sessions;
DROP TABLE IF EXISTS counters;
