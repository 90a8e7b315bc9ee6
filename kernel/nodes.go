package kernel

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"strings"
	"sync"
	"time"

	"github.com/go-sql-driver/mysql"
)

// ClusterNet is how the address of a database says that it is several servers with the same records: cluster(ADDRESS,ADDRESS,...).
const ClusterNet = "cluster"

// errNoNode says that none of a cluster's servers can be spoken with now.
var errNoNode = errors.New("kernel: no server of the cluster is ready")

const (
	lookEvery = 400 * time.Millisecond
	// lookPatience is how long a server may keep silent: one that was stopped or cut off says nothing, and closes nothing.
	lookPatience = 1500 * time.Millisecond
	// nodePatience is how long a request waits while the servers agree on who is left.
	nodePatience = 8 * time.Second
)

// nodes are the servers of a cluster. The program speaks with the first in the order of its address that is ready, so that programs with
// the same address write to the same one and seldom stand in each other's way. Each is looked at all the time: connections to one that has
// fallen silent or has lost the others are closed, for nothing else ends a statement that waits on a silent machine.
type nodes struct {
	each []*node
	stop context.CancelFunc
	done sync.WaitGroup

	mu      sync.Mutex
	changed chan struct{}
}

// node is one server; what of it is written is under its nodes' mu.
type node struct {
	address string
	fitness fitness
	open    map[*nodeConn]struct{}
}

// fitness orders servers: one that gives its records to a new one is taken when there is no better.
type fitness int

const (
	unfit fitness = iota
	busyGiving
	fit
)

// nodeConn is a connection that its node knows. It is a TCP connection to the driver, which looks whether an idle one was closed.
type nodeConn struct {
	*net.TCPConn
	forget func()
}

func (c *nodeConn) Close() error {
	c.forget()
	return c.TCPConn.Close()
}

// watchNodes begins to look at the servers; config says how to sign in.
func watchNodes(config *mysql.Config) (*nodes, error) {
	n := &nodes{changed: make(chan struct{})}
	ctx, stop := context.WithCancel(context.Background())
	n.stop = stop
	for address := range strings.SplitSeq(config.Addr, ",") {
		at := &node{address: strings.TrimSpace(address), open: map[*nodeConn]struct{}{}}
		if _, _, err := net.SplitHostPort(at.address); err != nil {
			stop()
			return nil, fmt.Errorf("the address of the database, %s(...): %q is no HOST:PORT", ClusterNet, at.address)
		}
		n.each = append(n.each, at)
	}
	for _, at := range n.each {
		own := config.Clone()
		own.Net, own.Addr, own.DBName, own.DialFunc = "tcp", at.address, "", nil
		own.Timeout, own.ReadTimeout, own.WriteTimeout = lookPatience, lookPatience, lookPatience
		connector, err := mysql.NewConnector(own)
		if err != nil {
			stop()
			return nil, err
		}
		n.done.Go(func() { n.watch(ctx, at, sql.OpenDB(connector)) })
	}
	return n, nil
}

// Close ends the looking.
func (n *nodes) Close() {
	n.stop()
	n.done.Wait()
}

func (n *nodes) watch(ctx context.Context, at *node, pool *sql.DB) {
	defer func() { _ = pool.Close() }()
	pool.SetMaxOpenConns(1)
	tick := time.NewTicker(lookEvery)
	defer tick.Stop()
	for {
		is, err := lookAt(ctx, pool)
		if ctx.Err() != nil {
			return
		}
		n.set(at, is, err)
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
	}
}

// lookAt asks a server how it stands with the others.
func lookAt(ctx context.Context, pool *sql.DB) (fitness, error) {
	ctx, cancel := context.WithTimeout(ctx, lookPatience)
	defer cancel()
	rows, err := pool.QueryContext(ctx, "SHOW GLOBAL STATUS WHERE Variable_name IN ('wsrep_ready', 'wsrep_local_state')")
	if err != nil {
		return unfit, err
	}
	defer func() { _ = rows.Close() }()
	said := map[string]string{}
	for rows.Next() {
		var name, value string
		if err := rows.Scan(&name, &value); err != nil {
			return unfit, err
		}
		said[name] = value
	}
	return fitnessOf(said), rows.Err()
}

// fitnessOf reads a server's own words: ready, and 4 in step with the others, 3 catching up from giving, 2 giving its records.
func fitnessOf(said map[string]string) fitness {
	if said["wsrep_ready"] != "ON" {
		return unfit
	}
	switch said["wsrep_local_state"] {
	case "4":
		return fit
	case "2", "3":
		return busyGiving
	}
	return unfit
}

// set notes how a server stands. Connections to one that is unfit are closed.
func (n *nodes) set(at *node, is fitness, why error) {
	n.mu.Lock()
	defer n.mu.Unlock()
	if is == unfit {
		for c := range at.open {
			_ = c.TCPConn.Close()
		}
	}
	if at.fitness == is {
		return
	}
	switch {
	case is == unfit:
		slog.Warn("a server of the cluster is left alone", "server", at.address, "reason", reason(why))
	case at.fitness == unfit:
		slog.Info("a server of the cluster is ready", "server", at.address)
	}
	at.fitness = is
	close(n.changed)
	n.changed = make(chan struct{})
}

func reason(err error) string {
	if err == nil {
		return "it is not in step with the others"
	}
	return err.Error()
}

// best is the server to speak with, and what tells of a change.
func (n *nodes) best() (at *node, changed <-chan struct{}) {
	n.mu.Lock()
	defer n.mu.Unlock()
	for _, each := range n.each {
		if each.fitness != unfit && (at == nil || each.fitness > at.fitness) {
			at = each
		}
	}
	return at, n.changed
}

// dial connects to the best server, and waits for one while there is none. Errors: errNoNode.
func (n *nodes) dial(ctx context.Context, _, _ string) (net.Conn, error) {
	ctx, cancel := context.WithTimeout(ctx, nodePatience)
	defer cancel()
	for {
		at, changed := n.best()
		if at != nil {
			if c, err := n.connect(ctx, at); err == nil {
				return c, nil
			}
		}
		select {
		case <-changed:
		case <-time.After(lookEvery): // it does not answer, and nobody has noticed yet
		case <-ctx.Done():
			return nil, fmt.Errorf("%w (%s)", errNoNode, n)
		}
	}
}

func (n *nodes) connect(ctx context.Context, at *node) (net.Conn, error) {
	dialer := net.Dialer{Timeout: lookPatience}
	plain, err := dialer.DialContext(ctx, "tcp", at.address)
	if err != nil {
		return nil, err
	}
	c := &nodeConn{TCPConn: plain.(*net.TCPConn)}
	c.forget = func() {
		n.mu.Lock()
		defer n.mu.Unlock()
		delete(at.open, c)
	}
	n.mu.Lock()
	defer n.mu.Unlock()
	if at.fitness == unfit { // meanwhile
		_ = plain.Close()
		return nil, errNoNode
	}
	at.open[c] = struct{}{}
	return c, nil
}

// String is their addresses.
func (n *nodes) String() string {
	all := []string{}
	for _, at := range n.each {
		all = append(all, at.address)
	}
	return strings.Join(all, ", ")
}
