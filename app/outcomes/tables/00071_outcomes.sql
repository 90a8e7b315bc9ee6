-- +goose Up
CREATE TABLE IF NOT EXISTS outcome_counts (
  name VARCHAR(60) NOT NULL COMMENT 'by what, with the step of a school behind a colon',
  counted JSON NOT NULL,
  counted_at DATETIME(6) NOT NULL,
  CONSTRAINT pk_outcome_counts PRIMARY KEY (name)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin COMMENT 'what became of the trees, counted at night where there are many';

-- +goose Down
DROP TABLE IF EXISTS outcome_counts;
