-- +goose Up
ALTER TABLE sheets ADD COLUMN IF NOT EXISTS tag VARCHAR(20) CHARACTER SET ascii COLLATE ascii_bin AS (JSON_VALUE(content, '$.tag')) PERSISTENT COMMENT 'of the content, for lists';
ALTER TABLE sheets ADD COLUMN IF NOT EXISTS common VARCHAR(160) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci AS (JSON_VALUE(content, '$.common')) PERSISTENT COMMENT 'of the content, for lists';
ALTER TABLE sheets ADD COLUMN IF NOT EXISTS customer VARCHAR(160) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci AS (JSON_VALUE(content, '$.customer')) PERSISTENT COMMENT 'of the content, for lists';
ALTER TABLE sheets ADD COLUMN IF NOT EXISTS spot_name VARCHAR(160) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci AS (JSON_VALUE(content, '$.spot_name')) PERSISTENT COMMENT 'of the content, for lists';

-- +goose Down
ALTER TABLE sheets DROP COLUMN IF EXISTS spot_name;
ALTER TABLE sheets DROP COLUMN IF EXISTS customer;
ALTER TABLE sheets DROP COLUMN IF EXISTS common;
ALTER TABLE sheets DROP COLUMN IF EXISTS tag;
