package backup

import (
	"database/sql"
	"time"

	"github.com/go-sql-driver/mysql"
)

// open connects as a backup reads and writes: values as the database itself writes them, never as this program understands them.
func open(dsn string) (*sql.DB, *mysql.Config, error) {
	config, err := mysql.ParseDSN(dsn)
	if err != nil {
		return nil, nil, err
	}
	config.ParseTime, config.InterpolateParams, config.MultiStatements = false, false, false
	config.Timeout = 5 * time.Second
	config.ReadTimeout, config.WriteTimeout = 0, 0 // a large table takes its time
	if config.Params == nil {
		config.Params = map[string]string{}
	}
	config.Params["time_zone"] = "'+00:00'"
	config.Params["sql_mode"] = "'STRICT_ALL_TABLES,NO_ZERO_DATE,NO_ZERO_IN_DATE,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION'"
	connector, err := mysql.NewConnector(config)
	if err != nil {
		return nil, nil, err
	}
	return sql.OpenDB(connector), config, nil
}
