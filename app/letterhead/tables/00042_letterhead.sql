-- +goose Up
CREATE TABLE IF NOT EXISTS letterhead (
  id TINYINT NOT NULL COMMENT 'always 1: a house has one',
  name VARCHAR(80) NOT NULL,
  address VARCHAR(160) NOT NULL,
  telephone VARCHAR(40) NOT NULL,
  mail VARCHAR(120) NOT NULL,
  opening VARCHAR(160) NOT NULL,
  web VARCHAR(120) NOT NULL COMMENT 'where a browser reaches the house: the codes on tags lead there',
  logo MEDIUMBLOB NULL COMMENT 'a PNG on white',
  version INT NOT NULL,
  CONSTRAINT pk_letterhead PRIMARY KEY (id),
  CONSTRAINT ck_letterhead_one CHECK (id = 1)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE IF EXISTS letterhead;
