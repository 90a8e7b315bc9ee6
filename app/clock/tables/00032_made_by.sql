-- +goose Up
ALTER TABLE gel_dips
  ADD COLUMN IF NOT EXISTS stage_id VARCHAR(16) NULL COMMENT 'the touch of the clock that the dipping was',
  ADD COLUMN IF NOT EXISTS thrown_by VARCHAR(16) NULL;
ALTER TABLE gel_dips
  ADD CONSTRAINT fk_gel_dips_stage FOREIGN KEY IF NOT EXISTS (stage_id) REFERENCES clock_stages (id),
  ADD CONSTRAINT fk_gel_dips_thrower FOREIGN KEY IF NOT EXISTS (thrown_by) REFERENCES people (id);

ALTER TABLE soaks
  ADD COLUMN IF NOT EXISTS begun_stage_id VARCHAR(16) NULL COMMENT 'the touch of the clock that put bare roots in',
  ADD COLUMN IF NOT EXISTS ended_stage_id VARCHAR(16) NULL COMMENT 'the touch of the clock that took them out',
  ADD COLUMN IF NOT EXISTS ended_by VARCHAR(16) NULL,
  ADD COLUMN IF NOT EXISTS undone_by VARCHAR(16) NULL COMMENT 'said that it never stood in water',
  ADD COLUMN IF NOT EXISTS undone_at DATETIME(6) NULL,
  ADD COLUMN IF NOT EXISTS undone_reason VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL DEFAULT '';
ALTER TABLE soaks
  ADD CONSTRAINT fk_soaks_begun_stage FOREIGN KEY IF NOT EXISTS (begun_stage_id) REFERENCES clock_stages (id),
  ADD CONSTRAINT fk_soaks_ended_stage FOREIGN KEY IF NOT EXISTS (ended_stage_id) REFERENCES clock_stages (id),
  ADD CONSTRAINT fk_soaks_ender FOREIGN KEY IF NOT EXISTS (ended_by) REFERENCES people (id),
  ADD CONSTRAINT fk_soaks_undoer FOREIGN KEY IF NOT EXISTS (undone_by) REFERENCES people (id);

-- Before, a dip or a soak and its touch were entered in one moment: that is how they are found again.
UPDATE gel_dips d JOIN clock_stages s ON s.lot_id = d.lot_id AND s.tree_id <=> d.tree_id AND s.at = d.dipped_at AND s.cover = 'gel-bag'
  SET d.stage_id = s.id, d.dipped_at = IF(s.undone, NULL, d.dipped_at), d.thrown_at = IF(s.undone, COALESCE(s.undone_at, s.entered_at), d.thrown_at) WHERE d.stage_id IS NULL;
UPDATE soaks k JOIN clock_stages s ON s.lot_id = k.lot_id AND s.tree_id <=> k.tree_id AND s.at = k.begun_at AND s.cover = 'water-bucket'
  SET k.begun_stage_id = s.id, k.undone_by = s.undone_by, k.undone_at = IF(s.undone, COALESCE(s.undone_at, s.entered_at), NULL), k.undone_reason = s.undone_reason WHERE k.begun_stage_id IS NULL;
UPDATE soaks k JOIN clock_stages s ON s.lot_id = k.lot_id AND s.tree_id <=> k.tree_id AND s.at = k.ended_at AND s.cover NOT IN ('', 'water-bucket')
  SET k.ended_stage_id = s.id WHERE k.ended_stage_id IS NULL AND NOT s.undone;

-- What never stood in water stands in it no more.
ALTER TABLE soaks DROP INDEX IF EXISTS uq_soaks_open, DROP COLUMN IF EXISTS open_for;
ALTER TABLE soaks
  ADD COLUMN IF NOT EXISTS open_for VARCHAR(16) AS (IF(ended_at IS NULL AND undone_at IS NULL, COALESCE(tree_id, lot_id), NULL)) STORED;
ALTER TABLE soaks ADD UNIQUE INDEX IF NOT EXISTS uq_soaks_open (open_for);

-- +goose Down
