-- +goose Up
CREATE TABLE kinds (
  id CHAR(16) NOT NULL,
  common VARCHAR(120) NOT NULL,
  botanical VARCHAR(120) NOT NULL,
  habit VARCHAR(20) NOT NULL,
  facts JSON NOT NULL COMMENT 'what it bears and what it grows to; absent is unknown',
  version INT NOT NULL,
  CONSTRAINT pk_kinds PRIMARY KEY (id),
  CONSTRAINT uq_kinds_botanical UNIQUE (botanical),
  CONSTRAINT ck_kinds_habit CHECK (habit IN ('single', 'multi', 'deep-ok'))
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE kinds;
