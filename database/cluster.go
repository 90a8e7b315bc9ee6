package database

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"math/rand/v2"
	"net"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"time"

	"github.com/go-sql-driver/mysql"
)

// provider is the library by which MariaDB's servers keep the same records.
const provider = "/usr/lib/galera/libgalera_smm.so"

// network is how an address says that several servers hold the records; the kernel reads it.
const network = "cluster"

// Members is how many servers a cluster of ours has: with three, one may be lost, and the two others know that they are the more.
const Members = 3

// Cluster is three private servers on 127.0.0.1 that hold the same records. What is written by one is in all, or in none.
type Cluster struct{ Nodes []*Server }

// member is a server's place among the others.
type member struct {
	name string
	// group, state and transfer are its ports: for the talk of the servers, for what a server missed, for all records to a new one.
	group, state, transfer int
	others                 []int
	// first says that it begins the cluster, at its next start only.
	first bool
}

// StartCluster starts the servers, one folder each under o.Home. One begins, the one that has the last of what was confirmed; the others
// join it and are given what they lack. It returns when all are in step.
func StartCluster(ctx context.Context, o Options) (*Cluster, error) {
	if _, err := os.Stat(provider); err != nil {
		return nil, errors.New("a cluster needs Debian's packages galera-4, mariadb-server and rsync: start it by ./run cluster, which installs them")
	}
	if err := os.MkdirAll(o.Home, 0o755); err != nil {
		return nil, err
	}
	c := &Cluster{}
	ports, err := freePorts(4 * Members)
	if err != nil {
		return nil, err
	}
	secret := []byte(nil)
	for i := range Members {
		at := o
		at.Home = filepath.Join(o.Home, "node-"+strconv.Itoa(i+1))
		s := &Server{options: at, done: make(chan struct{}), port: ports[i],
			member: &member{name: filepath.Base(at.Home), group: ports[Members+i], state: ports[2*Members+i], transfer: ports[3*Members+i], others: ports[Members : 2*Members]}}
		if err := s.prepareMember(secret); err != nil {
			return nil, err
		}
		secret = []byte(s.password)
		c.Nodes = append(c.Nodes, s)
	}
	first, err := c.lastConfirmed()
	if err != nil {
		return nil, err
	}
	if err := first.begins(); err != nil {
		return nil, err
	}
	for _, s := range append([]*Server{first}, without(c.Nodes, first)...) {
		if err := s.run(ctx); err != nil {
			c.Stop()
			return nil, fmt.Errorf("%s: %w", s.member.name, err)
		}
	}
	return c, nil
}

// DSN names a database on these servers, by all their addresses.
func (c *Cluster) DSN(name string) string { return c.DSNFrom(0, name) }

// DSNFrom is DSN with another server in the first place: whoever connects by it prefers that one.
func (c *Cluster) DSNFrom(first int, name string) string {
	at := []string{}
	for i := range c.Nodes {
		at = append(at, c.Nodes[(first+i)%len(c.Nodes)].Address())
	}
	config := mysql.NewConfig()
	config.User, config.Passwd, config.Net, config.Addr, config.DBName = "sedum", c.Nodes[0].password, network, strings.Join(at, ","), name
	return config.FormatDSN()
}

// Stop ends the servers, one after the other.
func (c *Cluster) Stop() {
	for i := len(c.Nodes) - 1; i >= 0; i-- {
		c.Nodes[i].Stop()
	}
}

// Name of a server among the others.
func (s *Server) Name() string { return s.member.name }

// Address is where a server listens.
func (s *Server) Address() string { return net.JoinHostPort("127.0.0.1", strconv.Itoa(s.port)) }

// prepareMember is prepare with the secret of the first.
func (s *Server) prepareMember(secret []byte) error {
	if len(secret) > 0 {
		if err := os.MkdirAll(s.options.Home, 0o755); err != nil {
			return err
		}
		if err := writeOwned(s.path("secret"), secret, nil); err != nil {
			return err
		}
	}
	if err := s.prepare(); err != nil {
		return err
	}
	return s.endLeftover()
}

// lastConfirmed is the server that has the most of what was confirmed; the first when none has anything. One whose records cannot be read
// is given all anew, as long as another has them: an empty house in place of a broken one is never begun.
func (c *Cluster) lastConfirmed() (*Server, error) {
	best, most := c.Nodes[0], int64(-1)
	var broken error
	for _, s := range c.Nodes {
		position, err := s.position()
		if err != nil {
			slog.Warn("the records of a server cannot be read", "server", s.member.name, "error", err)
			broken = errors.Join(broken, err)
		}
		_, seqno, _ := strings.Cut(position, ":")
		if n, err := strconv.ParseInt(seqno, 10, 64); err == nil && n > most {
			best, most = s, n
		}
	}
	if most < 0 && broken != nil {
		return nil, broken
	}
	return best, nil
}

var recovered = regexp.MustCompile(`WSREP: Recovered position:? *([0-9a-f-]+:-?\d+)`)

// position is how far a server's records go, "" when it has none. One that was killed has not written it down: its log of changes is read.
func (s *Server) position() (string, error) {
	if _, err := os.Stat(s.path("data/ibdata1")); err != nil {
		return "", nil
	}
	log := s.path("position.log")
	_ = os.Remove(log)
	args := append(s.arguments(), "--wsrep-recover", "--log-error="+log, "--skip-networking", "--socket="+s.path("position.sock"))
	out, err := s.command("mariadbd", args...).CombinedOutput()
	text, _ := os.ReadFile(log)
	found := recovered.FindSubmatch(text)
	if found == nil {
		return "", fmt.Errorf("%s does not tell how far its records go: %w\n%s%s", s.options.Home, err, out, text)
	}
	return string(found[1]), nil
}

// begins makes it the one that the others join.
func (s *Server) begins() error {
	s.member.first = true
	if err := s.install(); err != nil {
		return err
	}
	text, err := os.ReadFile(s.path("data/grastate.dat"))
	if errors.Is(err, os.ErrNotExist) {
		return nil
	}
	if err != nil {
		return err
	}
	// It says of itself that another was the last to stop; how far each goes has been read.
	return writeOwned(s.path("data/grastate.dat"), []byte(strings.Replace(string(text), "safe_to_bootstrap: 0", "safe_to_bootstrap: 1", 1)), s.owner)
}

// memberArguments are those of a server among others.
func (s *Server) memberArguments() []string {
	m := s.member
	others := []string{}
	for _, port := range m.others {
		others = append(others, at(port))
	}
	args := []string{
		"--wsrep-on=ON", "--wsrep-provider=" + provider, "--wsrep-cluster-name=sedum", "--wsrep-cluster-address=gcomm://" + strings.Join(others, ","),
		"--wsrep-node-name=" + m.name, "--wsrep-node-address=" + at(m.group), "--wsrep-node-incoming-address=" + at(s.port),
		"--wsrep-sst-method=rsync", "--wsrep-sst-receive-address=" + at(m.transfer),
		"--binlog-format=ROW", "--default-storage-engine=InnoDB", "--innodb-autoinc-lock-mode=2",
		"--wsrep-provider-options=" + strings.Join(append([]string{"gmcast.listen_addr=tcp://" + at(m.group), "ist.recv_addr=" + at(m.state), "gcache.size=64M"}, eviction...), ";"),
	}
	return args
}

// eviction is how soon the others go on without a server that says nothing: all wait for it until then. The usual values wait up to 15 s.
var eviction = []string{
	"evs.keepalive_period=PT0.3S", "evs.inactive_check_period=PT0.3S", "evs.suspect_timeout=PT1.5S", "evs.inactive_timeout=PT2.5S", "evs.install_timeout=PT2.5S",
	"repl.causal_read_timeout=PT3S",
}

// joining is what a server says at this start: that it begins the cluster, and makes the accounts for all, or how far its records go.
func (s *Server) joining() []string {
	switch {
	case s.member == nil:
		return nil
	case s.member.first:
		s.member.first = false
		return []string{"--wsrep-new-cluster", "--init-file=" + s.path("init.sql")}
	}
	position, err := s.position()
	if err != nil {
		// It would trust what it wrote of itself when it stopped well, and fail over its records for ever. They are laid aside, not thrown away.
		slog.Warn("a server of the cluster takes all records anew", "server", s.member.name, "laid aside", s.path("broken"), "error", err)
		if err := errors.Join(os.RemoveAll(s.path("broken")), os.Rename(s.path("data"), s.path("broken"))); err != nil {
			slog.Warn("its records could not be laid aside", "server", s.member.name, "error", err)
		}
	}
	if position == "" { // the others give it all
		if err := ownFolder(s.path("data"), 0o700, s.owner); err != nil {
			slog.Warn("a server of the cluster has no folder", "server", s.member.name, "error", err)
		}
		return nil
	}
	return []string{"--wsrep-start-position=" + position}
}

// rejoinPause is how long a server that died stays away: one that knocks while the others still agree to go on without it makes them begin anew.
const rejoinPause = 4 * time.Second

func at(port int) string { return net.JoinHostPort("127.0.0.1", strconv.Itoa(port)) }

func without(all []*Server, one *Server) []*Server {
	out := []*Server{}
	for _, s := range all {
		if s != one {
			out = append(out, s)
		}
	}
	return out
}

// freePorts are ports of 127.0.0.1 where nobody listens, below those that the system gives to outgoing connections: a server that died wants
// the same one again.
func freePorts(count int) ([]int, error) {
	const lowest, highest, tries = 10000, 32000, 1000
	out := []int{}
	for try := 0; len(out) < count; try++ {
		l, err := net.Listen("tcp", at(lowest+rand.IntN(highest-lowest)))
		if err != nil {
			if try > tries {
				return nil, fmt.Errorf("no free ports on 127.0.0.1: %w", err)
			}
			continue
		}
		defer func() { _ = l.Close() }()
		out = append(out, l.Addr().(*net.TCPAddr).Port)
	}
	return out, nil
}
