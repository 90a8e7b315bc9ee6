-- +goose Up
CREATE TABLE sites (
  id CHAR(16) NOT NULL,
  customer_id CHAR(16) NOT NULL,
  address VARCHAR(200) NOT NULL,
  lat_deg DECIMAL(7,4) NOT NULL,
  climate JSON NOT NULL COMMENT 'cold, heat, frost days, deficit, chill; absent is unknown',
  version INT NOT NULL,
  CONSTRAINT pk_sites PRIMARY KEY (id),
  CONSTRAINT fk_sites_customer FOREIGN KEY (customer_id) REFERENCES customers (id),
  CONSTRAINT ck_sites_lat CHECK (lat_deg BETWEEN -66 AND 66)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE sites;
