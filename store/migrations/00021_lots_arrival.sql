-- +goose Up
ALTER TABLE lots
  ADD COLUMN delivery_id CHAR(16) NULL,
  ADD COLUMN size VARCHAR(20) NOT NULL DEFAULT '' COMMENT 'of bare roots: seedling, whip, feathered, standard',
  ADD COLUMN medium VARCHAR(10) NOT NULL DEFAULT '',
  ADD COLUMN sizing VARCHAR(10) NOT NULL DEFAULT 'caliper',
  ADD COLUMN grafted BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN sensitivity VARCHAR(10) NOT NULL DEFAULT 'average' COMMENT 'of bare roots to drying',
  ADD COLUMN ordered INT NULL COMMENT 'trees on the order, to hold the count against',
  ADD COLUMN decision VARCHAR(20) NOT NULL DEFAULT 'open',
  ADD COLUMN decided_at DATETIME(6) NULL,
  ADD CONSTRAINT fk_lots_delivery FOREIGN KEY (delivery_id) REFERENCES deliveries (id),
  ADD CONSTRAINT ck_lots_decision CHECK (decision IN ('open', 'released', 'refused')),
  ADD CONSTRAINT ck_lots_sensitivity CHECK (sensitivity IN ('tender', 'average', 'tough')),
  ADD INDEX ix_lots_record (grower_id, decided_at);

-- +goose Down
ALTER TABLE lots
  DROP FOREIGN KEY fk_lots_delivery,
  DROP CONSTRAINT ck_lots_decision,
  DROP CONSTRAINT ck_lots_sensitivity,
  DROP INDEX ix_lots_record,
  ADD INDEX fk_lots_grower (grower_id),
  DROP COLUMN delivery_id, DROP COLUMN size, DROP COLUMN medium, DROP COLUMN sizing, DROP COLUMN grafted,
  DROP COLUMN sensitivity, DROP COLUMN ordered, DROP COLUMN decision, DROP COLUMN decided_at;
