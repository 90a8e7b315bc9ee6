-- +goose Up
CREATE TABLE IF NOT EXISTS held (
  slot SMALLINT NOT NULL COMMENT 'stands for the records whose keys fall on it',
  times INT UNSIGNED NOT NULL,
  CONSTRAINT pk_held PRIMARY KEY (slot)
) ENGINE=InnoDB;

-- +goose Down
DROP TABLE IF EXISTS held;
