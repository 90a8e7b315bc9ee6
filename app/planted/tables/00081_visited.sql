-- +goose Up
ALTER TABLE planted_trees ADD COLUMN IF NOT EXISTS visited BOOLEAN NOT NULL DEFAULT FALSE COMMENT 'somebody looked at it since; what is due then stands with the visits';
ALTER TABLE planted_trees ADD INDEX IF NOT EXISTS ix_planted_trees_unvisited (visited, contact, ended_on, taken_back_at, planted_on);

-- +goose Down
ALTER TABLE planted_trees DROP INDEX IF EXISTS ix_planted_trees_unvisited;
ALTER TABLE planted_trees DROP COLUMN IF EXISTS visited;
