-- +goose Up
CREATE TABLE IF NOT EXISTS people (
  id VARCHAR(16) NOT NULL,
  sign_in VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  name VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  role VARCHAR(20) NOT NULL,
  password_hash VARCHAR(255) NOT NULL,
  active BOOLEAN NOT NULL,
  session_epoch INT NOT NULL,
  duty_since DATETIME(6) NULL COMMENT 'signed on as on duty; the newest is told',
  version INT NOT NULL,
  CONSTRAINT pk_people PRIMARY KEY (id),
  CONSTRAINT uq_people_sign_in UNIQUE (sign_in),
  CONSTRAINT ck_people_role CHECK (role IN ('yard-hand', 'advisor', 'manager'))
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS sign_in_failures (
  subject VARCHAR(64) NOT NULL COMMENT 'a sign-in name or an address, as a digest',
  failures INT NOT NULL,
  last_at DATETIME(6) NOT NULL,
  CONSTRAINT pk_sign_in_failures PRIMARY KEY (subject)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS sign_in_failures;
DROP TABLE IF EXISTS people;
