-- +goose Up
CREATE TABLE lots (
  id CHAR(16) NOT NULL,
  number INT NOT NULL,
  grower_id CHAR(16) NOT NULL,
  kind_id CHAR(16) NOT NULL,
  form VARCHAR(20) NOT NULL,
  pot VARCHAR(20) NOT NULL,
  pot_l DECIMAL(6,1) NOT NULL,
  ball_diameter_mm DECIMAL(6,1) NOT NULL COMMENT 'nominal, of the pot',
  ball_height_mm DECIMAL(6,1) NOT NULL COMMENT 'nominal, of the pot',
  caliper_mm DECIMAL(6,1) NOT NULL COMMENT 'nominal',
  height_m DECIMAL(5,2) NOT NULL COMMENT 'nominal',
  price_cents INT NOT NULL,
  arrived_on DATE NOT NULL,
  version INT NOT NULL,
  CONSTRAINT pk_lots PRIMARY KEY (id),
  CONSTRAINT uq_lots_number UNIQUE (number),
  CONSTRAINT fk_lots_grower FOREIGN KEY (grower_id) REFERENCES growers (id),
  CONSTRAINT fk_lots_kind FOREIGN KEY (kind_id) REFERENCES kinds (id),
  CONSTRAINT ck_lots_form CHECK (form IN ('container', 'plug', 'balled', 'bare-root')),
  CONSTRAINT ck_lots_sizes CHECK (ball_diameter_mm > 0 AND ball_height_mm > 0 AND caliper_mm > 0 AND height_m > 0)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE lots;
