-- +goose Up
CREATE TABLE IF NOT EXISTS house_prices (
  material VARCHAR(20) NOT NULL,
  cents INT NULL COMMENT 'one of it, in hundredths of the house''s money; null is not on the list',
  loose_cents INT NULL COMMENT 'a cubic metre of it, of what is sold in bags too',
  version INT NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_house_prices PRIMARY KEY (material),
  CONSTRAINT fk_house_prices_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_house_prices_cents CHECK (cents > 0 AND loose_cents > 0)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS house_prices;
