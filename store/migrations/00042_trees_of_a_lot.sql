-- +goose Up
ALTER TABLE trees ADD COLUMN lot_number INT NOT NULL DEFAULT 0 COMMENT 'of its lot: what a lot counts is found by it', ADD COLUMN faulty BOOLEAN NULL COMMENT 'by the look that counts for its lot; NULL before there is one';

-- +goose Down
ALTER TABLE trees DROP COLUMN lot_number, DROP COLUMN faulty;
