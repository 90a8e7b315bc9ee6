-- +goose Up
CREATE TABLE IF NOT EXISTS security_log (
  seq BIGINT NOT NULL AUTO_INCREMENT,
  at DATETIME(6) NOT NULL,
  operation VARCHAR(40) NOT NULL,
  outcome VARCHAR(40) NOT NULL COMMENT 'done, or the code of the refusal',
  person_id VARCHAR(16) NOT NULL COMMENT 'who did it; empty: nobody who was signed in, or the house',
  about_id VARCHAR(16) NOT NULL COMMENT 'whom or what it was about',
  address VARCHAR(45) NOT NULL,
  left_out INT NOT NULL COMMENT 'as many like it were not written: a flood does not fill the disk',
  CONSTRAINT pk_security_log PRIMARY KEY (seq)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS security_log;
