-- +goose Up
CREATE TABLE IF NOT EXISTS kinds (
  id VARCHAR(16) NOT NULL,
  common VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  botanical VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  habit VARCHAR(20) NOT NULL,
  facts JSON NOT NULL COMMENT 'what it bears and what it grows to; absent is unknown',
  version INT NOT NULL,
  CONSTRAINT pk_kinds PRIMARY KEY (id),
  CONSTRAINT uq_kinds_botanical UNIQUE (botanical),
  CONSTRAINT ck_kinds_habit CHECK (habit IN ('single', 'multi', 'deep-ok'))
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS kinds;
