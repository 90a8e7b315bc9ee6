-- +goose Up
CREATE TABLE IF NOT EXISTS ground_words (
  of VARCHAR(10) NOT NULL COMMENT 'customer, site or spot',
  id VARCHAR(16) NOT NULL,
  word VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  CONSTRAINT pk_ground_words PRIMARY KEY (of, id, word),
  CONSTRAINT ck_ground_words_of CHECK (of IN ('customer', 'site', 'spot')),
  INDEX ix_ground_words_word (word, of, id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin COMMENT='the words of names and addresses, by which people and places are found; they follow from customers, sites and spots';
INSERT IGNORE INTO ground_words (of, id, word) SELECT 'customer', t.id, LEFT(w.word, 60) FROM customers t, JSON_TABLE(CONCAT('["', REPLACE(TRIM(REGEXP_REPLACE(t.name, '(*UCP)[^\\p{L}\\p{M}\\p{N}]+', ' ')), ' ', '","'), '"]'), '$[*]' COLUMNS (word VARCHAR(200) PATH '$')) w WHERE w.word <> '';
INSERT IGNORE INTO ground_words (of, id, word) SELECT 'site', t.id, LEFT(w.word, 60) FROM sites t, JSON_TABLE(CONCAT('["', REPLACE(TRIM(REGEXP_REPLACE(t.address, '(*UCP)[^\\p{L}\\p{M}\\p{N}]+', ' ')), ' ', '","'), '"]'), '$[*]' COLUMNS (word VARCHAR(200) PATH '$')) w WHERE w.word <> '';
INSERT IGNORE INTO ground_words (of, id, word) SELECT 'spot', t.id, LEFT(w.word, 60) FROM spots t, JSON_TABLE(CONCAT('["', REPLACE(TRIM(REGEXP_REPLACE(t.name, '(*UCP)[^\\p{L}\\p{M}\\p{N}]+', ' ')), ' ', '","'), '"]'), '$[*]' COLUMNS (word VARCHAR(200) PATH '$')) w WHERE w.word <> '';

-- +goose Down
DROP TABLE IF EXISTS ground_words;
