package kernel_test

import (
	"context"
	"testing"
	"time"

	"github.com/go-sql-driver/mysql"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/database/testdb"
	"sedum/kernel"
)

// A cluster's address names servers; one that is alone is none of a cluster, and is not spoken with: what it confirms would be on itself only.
// What a cluster does when its servers fail is tried on a real one, in cmd/sedum.
func TestAServerThatIsAloneIsNoCluster(t *testing.T) {
	_, err := kernel.Open("sedum:secret@cluster(10.0.0.11:3306,10.0.0.12)/sedum")
	assert.ErrorContains(t, err, `"10.0.0.12" is no HOST:PORT`)
	assert.NotContains(t, err.Error(), "secret")

	config, err := mysql.ParseDSN(testdb.DSN(t))
	require.NoError(t, err)
	alone, err := kernel.Open(config.FormatDSN())
	require.NoError(t, err)
	defer func() { _ = alone.Close() }()
	port := ""
	require.NoError(t, alone.SQL().QueryRow("SELECT @@port").Scan(&port))
	config.Net, config.Addr = kernel.ClusterNet, "127.0.0.1:"+port+",127.0.0.1:1"
	d, err := kernel.Open(config.FormatDSN())
	require.NoError(t, err)
	defer func() { _ = d.Close() }()
	ctx, cancel := context.WithTimeout(ctx, 2*time.Second)
	defer cancel()
	assert.ErrorContains(t, d.Ping(ctx), "no server of the cluster is ready (127.0.0.1:"+port+", 127.0.0.1:1)")
}
