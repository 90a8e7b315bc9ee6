package backup

import (
	"database/sql"

	"github.com/go-sql-driver/mysql"

	"sedum/kernel"
)

// open connects as a backup reads and writes: values as the database itself writes them, never as this program understands them.
func open(dsn string) (pool *sql.DB, leave func(), err error) {
	config, left, err := kernel.Address(dsn)
	if err != nil {
		return nil, nil, err
	}
	config.InterpolateParams = false
	config.ReadTimeout, config.WriteTimeout = 0, 0 // a large table takes its time
	connector, err := mysql.NewConnector(config)
	if err != nil {
		left()
		return nil, nil, err
	}
	pool = sql.OpenDB(connector)
	return pool, func() { _ = pool.Close(); left() }, nil
}
