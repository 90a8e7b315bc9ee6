-- +goose Up
CREATE TABLE IF NOT EXISTS house (
  id INT NOT NULL,
  founding VARCHAR(32) NOT NULL COMMENT 'another one after a restore: what a program remembers of the records before counts no more',
  closed_until DATETIME(6) NULL COMMENT 'a restore is under way, and says so again and again; what was cut short ends by itself',
  closed_by VARCHAR(16) NULL,
  CONSTRAINT pk_house PRIMARY KEY (id),
  CONSTRAINT ck_house_one CHECK (id = 1)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

INSERT IGNORE INTO house (id, founding) VALUES (1, REPLACE(UUID(), '-', ''));

-- +goose Down
DROP TABLE IF EXISTS house;
