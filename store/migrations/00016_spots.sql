-- +goose Up
CREATE TABLE spots (
  id CHAR(16) NOT NULL,
  site_id CHAR(16) NOT NULL,
  name VARCHAR(120) NOT NULL,
  ground JSON NOT NULL COMMENT 'soil, light, water, wind, room, wishes; absent is unknown',
  version INT NOT NULL,
  CONSTRAINT pk_spots PRIMARY KEY (id),
  CONSTRAINT fk_spots_site FOREIGN KEY (site_id) REFERENCES sites (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE spots;
