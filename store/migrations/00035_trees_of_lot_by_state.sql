-- +goose Up
CREATE INDEX ix_trees_lot_state ON trees (lot_id, state, number, bundle_count);

-- +goose Down
DROP INDEX ix_trees_lot_state ON trees;
