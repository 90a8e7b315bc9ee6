-- +goose Up
ALTER TABLE visit_due ADD INDEX IF NOT EXISTS ix_visit_due_urgent (urgent);
UPDATE planted_trees t JOIN visit_due d ON d.planted_id = t.id SET t.visited = TRUE;

-- +goose Down
ALTER TABLE visit_due DROP INDEX IF EXISTS ix_visit_due_urgent;
