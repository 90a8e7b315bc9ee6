-- +goose Up
CREATE TABLE customers (
  id CHAR(16) NOT NULL,
  name VARCHAR(120) NOT NULL,
  phone VARCHAR(40) NOT NULL,
  version INT NOT NULL,
  CONSTRAINT pk_customers PRIMARY KEY (id),
  INDEX ix_customers_name (name)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE customers;
