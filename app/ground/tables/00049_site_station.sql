-- +goose Up
ALTER TABLE sites ADD COLUMN IF NOT EXISTS station_id VARCHAR(16) NULL COMMENT 'whose record counts here; what is typed stands over it';
ALTER TABLE sites ADD CONSTRAINT fk_sites_station FOREIGN KEY IF NOT EXISTS (station_id) REFERENCES stations (id);

-- +goose Down
ALTER TABLE sites DROP FOREIGN KEY IF EXISTS fk_sites_station;
ALTER TABLE sites DROP COLUMN IF EXISTS station_id;
