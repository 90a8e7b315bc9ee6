-- +goose Up
UPDATE trees t JOIN lots l ON l.id = t.lot_id SET t.lot_number = l.number;

-- +goose Down
UPDATE trees SET lot_number = 0;
