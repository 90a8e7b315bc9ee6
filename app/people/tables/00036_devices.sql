-- +goose Up
ALTER TABLE people
  ADD COLUMN IF NOT EXISTS pin_hash VARCHAR(255) NULL COMMENT 'six digits for the shared tablets; NULL: none';

CREATE TABLE IF NOT EXISTS devices (
  id VARCHAR(16) NOT NULL,
  secret VARCHAR(64) NOT NULL COMMENT 'a digest of what the browser keeps',
  made_at DATETIME(6) NOT NULL,
  last_at DATETIME(6) NOT NULL COMMENT 'when somebody last signed in on it',
  shared_name VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NULL COMMENT 'a manager made it a tablet that is shared; NULL: known only',
  shared_by VARCHAR(16) NULL,
  shared_at DATETIME(6) NULL,
  CONSTRAINT pk_devices PRIMARY KEY (id),
  CONSTRAINT uq_devices_secret UNIQUE (secret),
  CONSTRAINT ck_devices_shared CHECK ((shared_name IS NULL) = (shared_at IS NULL) AND (shared_by IS NULL) = (shared_at IS NULL)),
  INDEX ix_devices_shared (shared_at),
  INDEX ix_devices_last (last_at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS device_people (
  device_id VARCHAR(16) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  password_at DATETIME(6) NULL COMMENT 'when they last came in here by their password: guesses here are counted here',
  pin_failures INT NOT NULL COMMENT 'wrong PINs since the last right one, or the last password',
  CONSTRAINT pk_device_people PRIMARY KEY (device_id, person_id),
  CONSTRAINT fk_device_people_device FOREIGN KEY (device_id) REFERENCES devices (id) ON DELETE CASCADE,
  CONSTRAINT fk_device_people_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS device_people;
DROP TABLE IF EXISTS devices;
