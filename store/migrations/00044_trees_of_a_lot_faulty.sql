-- +goose Up
UPDATE trees t SET t.faulty = (
  SELECT CASE c.verdict WHEN 'send-back' THEN TRUE
    WHEN 'hold' THEN EXISTS (SELECT 1 FROM JSON_TABLE(c.assessment, '$.reasons[*]' COLUMNS (code VARCHAR(64) PATH '$.code', verdict VARCHAR(24) PATH '$.verdict')) r
      WHERE r.verdict = 'hold' AND r.code NOT IN ('wait-for-dormancy', 'wait-for-cool', 'cut-when-dormant'))
    ELSE FALSE END
  FROM checks c WHERE c.id = (
    SELECT f.id FROM checks f WHERE f.tree_id = t.id AND f.after_work = FALSE AND f.verdict <> 'not-yet-judged' ORDER BY f.at DESC, f.id DESC LIMIT 1));

-- +goose Down
UPDATE trees SET faulty = NULL;
