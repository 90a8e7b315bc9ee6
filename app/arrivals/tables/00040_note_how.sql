-- +goose Up
ALTER TABLE delivery_notes CHANGE COLUMN IF EXISTS columns_used how JSON NOT NULL COMMENT 'how the file is read: what was found out, and what somebody chose otherwise';
-- What stood there was the columns alone.
UPDATE delivery_notes SET how = JSON_OBJECT('columns', JSON_EXTRACT(how, '$')) WHERE NOT JSON_EXISTS(how, '$.columns');

-- +goose Down
