-- +goose Up
CREATE TABLE growers (
  id CHAR(16) NOT NULL,
  name VARCHAR(120) NOT NULL,
  place VARCHAR(120) NOT NULL,
  version INT NOT NULL,
  CONSTRAINT pk_growers PRIMARY KEY (id),
  CONSTRAINT uq_growers_name UNIQUE (name)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE growers;
