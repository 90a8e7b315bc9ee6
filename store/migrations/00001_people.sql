-- +goose Up
CREATE TABLE people (
  id CHAR(16) NOT NULL,
  sign_in VARCHAR(60) NOT NULL,
  name VARCHAR(120) NOT NULL,
  role VARCHAR(20) NOT NULL,
  password_hash VARCHAR(255) NOT NULL,
  active BOOLEAN NOT NULL,
  session_epoch INT NOT NULL,
  version INT NOT NULL,
  CONSTRAINT pk_people PRIMARY KEY (id),
  CONSTRAINT uq_people_sign_in UNIQUE (sign_in),
  CONSTRAINT ck_people_role CHECK (role IN ('yard-hand', 'advisor', 'manager'))
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE people;
