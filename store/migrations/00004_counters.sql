-- +goose Up
CREATE TABLE counters (
  name VARCHAR(40) NOT NULL,
  value INT NOT NULL,
  CONSTRAINT pk_counters PRIMARY KEY (name)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_bin;

-- +goose Down
DROP TABLE counters;
