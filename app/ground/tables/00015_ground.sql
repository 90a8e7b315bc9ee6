-- +goose Up
CREATE TABLE IF NOT EXISTS customers (
  id VARCHAR(16) NOT NULL,
  name VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  phone VARCHAR(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  version INT NOT NULL,
  CONSTRAINT pk_customers PRIMARY KEY (id),
  INDEX ix_customers_name (name)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS sites (
  id VARCHAR(16) NOT NULL,
  customer_id VARCHAR(16) NOT NULL,
  address VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  lat_deg DECIMAL(7,4) NOT NULL,
  climate JSON NOT NULL COMMENT 'cold, heat, frost days, deficit, chill; absent is unknown',
  version INT NOT NULL,
  CONSTRAINT pk_sites PRIMARY KEY (id),
  CONSTRAINT fk_sites_customer FOREIGN KEY (customer_id) REFERENCES customers (id),
  CONSTRAINT ck_sites_lat CHECK (lat_deg BETWEEN -66 AND 66)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS spots (
  id VARCHAR(16) NOT NULL,
  site_id VARCHAR(16) NOT NULL,
  name VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  ground JSON NOT NULL COMMENT 'soil, light, water, wind, room, wishes; absent is unknown',
  version INT NOT NULL,
  CONSTRAINT pk_spots PRIMARY KEY (id),
  CONSTRAINT fk_spots_site FOREIGN KEY (site_id) REFERENCES sites (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS markings (
  id VARCHAR(16) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  reference VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  marked_on DATE NOT NULL,
  expires_on DATE NOT NULL,
  marked_by VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  private_lines VARCHAR(20) NOT NULL COMMENT 'none, marked',
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_markings PRIMARY KEY (id),
  CONSTRAINT fk_markings_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_markings_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_markings_dates CHECK (expires_on >= marked_on),
  INDEX ix_markings_spot (spot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS drainage_tests (
  id VARCHAR(16) NOT NULL,
  spot_id VARCHAR(16) NOT NULL,
  hole_width_mm DECIMAL(6,1) NOT NULL,
  readings JSON NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_drainage_tests PRIMARY KEY (id),
  CONSTRAINT fk_drainage_tests_spot FOREIGN KEY (spot_id) REFERENCES spots (id),
  CONSTRAINT fk_drainage_tests_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_drainage_tests_spot (spot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS drainage_tests;
DROP TABLE IF EXISTS markings;
DROP TABLE IF EXISTS spots;
DROP TABLE IF EXISTS sites;
DROP TABLE IF EXISTS customers;
