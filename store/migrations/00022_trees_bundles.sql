-- +goose Up
ALTER TABLE trees
  ADD COLUMN bundle_count INT NOT NULL DEFAULT 1 COMMENT 'trees under this tag',
  ADD COLUMN bundle_of CHAR(16) NULL COMMENT 'the bundle it was split from',
  ADD CONSTRAINT ck_trees_bundle CHECK (bundle_count > 0);

-- +goose Down
ALTER TABLE trees
  DROP CONSTRAINT ck_trees_bundle,
  DROP COLUMN bundle_count, DROP COLUMN bundle_of;
