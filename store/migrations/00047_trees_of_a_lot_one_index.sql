-- +goose Up
DROP INDEX ix_trees_lot_state ON trees;

-- +goose Down
CREATE INDEX ix_trees_lot_state ON trees (lot_id, state, number, bundle_count);
