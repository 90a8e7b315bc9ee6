-- +goose Up
CREATE INDEX IF NOT EXISTS ix_sheets_planting ON sheets (planting_on, withdrawn_at);

-- +goose Down
DROP INDEX IF EXISTS ix_sheets_planting ON sheets;
