-- +goose Up
ALTER TABLE lots MODIFY COLUMN grafted BOOLEAN NULL COMMENT 'null: nobody stated it';

-- +goose Down
