-- +goose Up
ALTER TABLE lots
  ADD COLUMN origin VARCHAR(10) NOT NULL DEFAULT '' COMMENT 'layer or garden, when that changes what is looked at',
  ADD COLUMN cultivar VARCHAR(80) NOT NULL DEFAULT '',
  ADD COLUMN rootstock VARCHAR(60) NOT NULL DEFAULT '',
  ADD COLUMN propagation VARCHAR(10) NOT NULL DEFAULT '' COMMENT 'how it was raised, when known',
  ADD CONSTRAINT ck_lots_origin CHECK (origin IN ('', 'layer', 'garden')),
  ADD CONSTRAINT ck_lots_propagation CHECK (propagation IN ('', 'seed', 'cutting', 'graft', 'layer', 'division', 'tissue'));

-- +goose Down
ALTER TABLE lots
  DROP CONSTRAINT ck_lots_origin,
  DROP CONSTRAINT ck_lots_propagation,
  DROP COLUMN origin, DROP COLUMN cultivar, DROP COLUMN rootstock, DROP COLUMN propagation;
