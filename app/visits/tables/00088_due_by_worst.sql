-- +goose Up
ALTER TABLE visit_due ADD INDEX IF NOT EXISTS ix_visit_due_worst (worst, due_on);

-- +goose Down
ALTER TABLE visit_due DROP INDEX IF EXISTS ix_visit_due_worst;
