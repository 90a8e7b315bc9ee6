-- +goose Up
CREATE INDEX ix_trees_lot ON trees (lot_number, state, number, bundle_count, faulty);

-- +goose Down
DROP INDEX ix_trees_lot ON trees;
