-- +goose Up
ALTER TABLE lots ADD COLUMN per_row INT NOT NULL DEFAULT 0 COMMENT 'trees in a row as they stand; 0 when nobody said', ADD CONSTRAINT ck_lots_per_row CHECK (per_row BETWEEN 0 AND 1000);

-- +goose Down
ALTER TABLE lots DROP CONSTRAINT ck_lots_per_row, DROP COLUMN per_row;
