-- +goose Up
ALTER TABLE lots
  ADD COLUMN IF NOT EXISTS girth_cm DECIMAL(5,1) NOT NULL DEFAULT 0 COMMENT 'round the trunk at 1 m, nominal; 0 when nobody stated it',
  ADD COLUMN IF NOT EXISTS ranges VARCHAR(600) NOT NULL DEFAULT '[]' COMMENT 'the sizes that were stated as from and to, as a list';

-- +goose Down
