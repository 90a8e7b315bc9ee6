-- +goose Up
CREATE INDEX ix_trees_lot_check ON trees (lot_id, check_id);

-- +goose Down
DROP INDEX ix_trees_lot_check ON trees;
