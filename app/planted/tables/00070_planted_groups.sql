-- +goose Up
CREATE TABLE IF NOT EXISTS planted_groups (
  planted_id VARCHAR(16) NOT NULL,
  grower VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  kind VARCHAR(160) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  form VARCHAR(30) NOT NULL,
  flare VARCHAR(20) NOT NULL,
  correction VARCHAR(20) NOT NULL,
  hand_id VARCHAR(16) NULL COMMENT 'who cut its roots in the yard last; null where nobody did',
  schools JSON NOT NULL COMMENT 'by step, as its sheet had them',
  CONSTRAINT pk_planted_groups PRIMARY KEY (planted_id),
  CONSTRAINT fk_planted_groups_planted FOREIGN KEY (planted_id) REFERENCES planted_trees (id),
  CONSTRAINT fk_planted_groups_hand FOREIGN KEY (hand_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin COMMENT 'what trees are compared by: out of the sheet, which never changes';

INSERT IGNORE INTO planted_groups (planted_id, grower, kind, form, flare, correction, hand_id, schools)
SELECT t.id, COALESCE(JSON_VALUE(s.content, '$.grower'), ''), COALESCE(JSON_VALUE(s.content, '$.botanical'), ''), COALESCE(JSON_VALUE(s.content, '$.input.tree.form'), ''),
  IF(JSON_VALUE(s.content, '$.input.tree.depth_in_doubt') IN ('true', '1'), 'in-doubt', 'seen'),
  CASE WHEN JSON_SEARCH(s.content, 'one', 'shave', NULL, '$.input.tree.corrections[*].code') IS NOT NULL THEN 'shave'
    WHEN JSON_SEARCH(s.content, 'one', 'score', NULL, '$.input.tree.corrections[*].code') IS NOT NULL THEN 'score'
    WHEN JSON_SEARCH(s.content, 'one', 'tease', NULL, '$.input.tree.corrections[*].code') IS NOT NULL THEN 'tease'
    WHEN JSON_SEARCH(s.content, 'one', 'cut-at-collar', NULL, '$.input.tree.corrections[*].code') IS NOT NULL THEN 'cut-at-collar' ELSE 'none' END,
  (SELECT c.person_id FROM corrections c WHERE c.tree_id = t.tree_id AND c.done AND c.code IN ('shave', 'score', 'tease', 'cut-at-collar') ORDER BY c.at DESC LIMIT 1),
  COALESCE(JSON_EXTRACT(s.content, '$.plan.schools'), '{}')
FROM planted_trees t JOIN sheets s ON s.id = t.sheet_id;

-- +goose Down
DROP TABLE IF EXISTS planted_groups;
