-- +goose Up
ALTER TABLE people ADD COLUMN duty_since DATETIME(6) NULL COMMENT 'signed on as on duty; the newest is told';

-- +goose Down
ALTER TABLE people DROP COLUMN duty_since;
