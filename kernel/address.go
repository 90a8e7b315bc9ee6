package kernel

import (
	"time"

	"github.com/go-sql-driver/mysql"
)

// Address reads the address of a database as every part of the program connects to it: strict mode, UTC. Of a cluster, whose address is
// USER:PASSWORD@cluster(HOST:PORT,HOST:PORT,...)/NAME, the servers are watched until leave is called.
func Address(dsn string) (config *mysql.Config, leave func(), err error) {
	config, nodes, err := address(dsn)
	if err != nil {
		return nil, nil, err
	}
	return config, func() {
		if nodes != nil {
			nodes.Close()
		}
	}, nil
}

func address(dsn string) (*mysql.Config, *nodes, error) {
	config, err := mysql.ParseDSN(dsn)
	if err != nil {
		return nil, nil, err
	}
	config.InterpolateParams = true // one round trip a query
	config.MultiStatements = false
	config.Timeout = 5 * time.Second
	if config.Params == nil {
		config.Params = map[string]string{}
	}
	config.Params["time_zone"] = "'+00:00'"
	config.Params["sql_mode"] = "'STRICT_ALL_TABLES,NO_ZERO_DATE,NO_ZERO_IN_DATE,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION'"
	if config.Net != ClusterNet {
		return config, nil, nil
	}
	nodes, err := watchNodes(config)
	if err != nil {
		return nil, nil, err
	}
	config.Timeout = nodePatience + time.Second
	config.DialFunc = nodes.dial
	return config, nodes, nil
}
