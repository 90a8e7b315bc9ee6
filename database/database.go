// Package database runs a private MariaDB: its own data folder, its own socket, a free
// port on 127.0.0.1, an unprivileged user. It starts the server again when it dies.
package database

import (
	"context"
	"crypto/rand"
	"database/sql"
	"encoding/hex"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"time"

	"github.com/go-sql-driver/mysql"
)

// Options of a private server.
type Options struct {
	// Home is the folder that holds data, socket and log.
	Home string
	// Throwaway trades safety for speed: tests lose nothing that they need.
	Throwaway bool
	// Durable is a throwaway one that writes as a real one does: speed is measured on it.
	Durable bool
	// Arguments of the server beside ours: tests make it small by them.
	Arguments []string
}

// Server is a running private MariaDB.
type Server struct {
	options  Options
	port     int
	password string
	owner    *syscall.Credential
	// member is its place in a cluster, nil when it is alone.
	member *member

	mu      sync.Mutex
	process *os.Process
	stopped bool
	done    chan struct{}
}

const (
	usualPort        = 3316
	startPatience    = 60 * time.Second
	joinPatience     = 10 * time.Minute // all records are given over
	stopPatience     = 30 * time.Second
	leftoverPatience = 8 * time.Second
)

// Start makes the data folder when it is new, ends a server that an earlier program left behind, and
// starts MariaDB. It returns when the server answers.
func Start(ctx context.Context, o Options) (*Server, error) {
	s := &Server{options: o, done: make(chan struct{})}
	if err := s.prepare(); err != nil {
		return nil, err
	}
	if err := s.endLeftover(); err != nil {
		return nil, err
	}
	if err := s.install(); err != nil {
		return nil, err
	}
	var err error
	if s.port, err = freePort(usualPort); err != nil {
		return nil, err
	}
	if err := s.run(ctx); err != nil {
		return nil, err
	}
	return s, nil
}

// run starts it, and returns when it answers.
func (s *Server) run(ctx context.Context) error {
	started := make(chan error, 1)
	go s.supervise(started)
	if err := <-started; err != nil {
		return err
	}
	if err := s.wait(ctx); err != nil {
		s.Stop()
		return fmt.Errorf("%w; see %s", err, s.path("mariadb.log"))
	}
	return nil
}

// DSN names a database on this server, through its socket.
func (s *Server) DSN(name string) string {
	c := mysql.NewConfig()
	c.User, c.Passwd, c.Net, c.Addr, c.DBName = "sedum", s.password, "unix", s.path("db.sock"), name
	return c.FormatDSN()
}

// PID of the running server, 0 between a death and the next start.
func (s *Server) PID() int {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.process == nil {
		return 0
	}
	return s.process.Pid
}

// Port on 127.0.0.1.
func (s *Server) Port() int { return s.port }

func (s *Server) path(name string) string { return filepath.Join(s.options.Home, name) }

// prepare makes the folder. As root the server runs as nobody, who then owns it.
func (s *Server) prepare() (err error) {
	if os.Geteuid() == 0 {
		if s.owner, err = asNobody(); err != nil {
			return err
		}
	}
	if err := ownFolder(s.options.Home, 0o755, s.owner); err != nil {
		return err
	}
	if err := reachable(s.options.Home, s.owner); err != nil {
		return err
	}
	if err := ownFolder(s.path("tmp"), 0o700, s.owner); err != nil {
		return err
	}
	secret, err := os.ReadFile(s.path("secret"))
	if errors.Is(err, os.ErrNotExist) {
		raw := make([]byte, 18)
		_, _ = rand.Read(raw)
		secret = []byte(hex.EncodeToString(raw))
		if err := writeOwned(s.path("secret"), secret, s.owner); err != nil {
			return err
		}
	} else if err != nil {
		return err
	}
	s.password = string(secret)
	return writeOwned(s.path("init.sql"), []byte(strings.Join(s.accounts(), "\n")), s.owner)
}

// accounts are what the server does at each start: the program's own account owns its records, and the two databases that a restore
// needs beside them, and nothing else. A test's makes databases of its own.
func (s *Server) accounts() []string {
	out := []string{"CREATE DATABASE IF NOT EXISTS sedum CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;"}
	for _, account := range []string{"'sedum'@'localhost'", "'sedum'@'127.0.0.1'"} {
		out = append(out, fmt.Sprintf("CREATE USER IF NOT EXISTS %s IDENTIFIED BY '%s';", account, s.password))
		if s.options.Throwaway {
			out = append(out, "GRANT ALL ON *.* TO "+account+";")
			continue
		}
		out = append(out, "REVOKE ALL PRIVILEGES, GRANT OPTION FROM "+account+";")
		for _, schema := range []string{"`sedum`", "`sedum\\_next`", "`sedum\\_before`"} {
			out = append(out, "GRANT ALL ON "+schema+".* TO "+account+";")
		}
	}
	return append(out, "DELETE FROM mysql.global_priv WHERE user = '';", "FLUSH PRIVILEGES;", "")
}

func (s *Server) command(name string, args ...string) *exec.Cmd {
	c := exec.Command(name, args...)
	c.Dir = s.options.Home
	c.SysProcAttr = &syscall.SysProcAttr{Setpgid: true, Pdeathsig: syscall.SIGTERM, Credential: s.owner}
	return c
}

// install makes the system tables once: beside, in a folder that becomes the data folder when it is whole. A start that is cut short
// in between leaves a folder that the next one removes.
func (s *Server) install() error {
	half, err := filepath.Glob(s.path("data-*"))
	if err != nil {
		return err
	}
	for _, folder := range half {
		_ = os.RemoveAll(folder) // what still writes into it, if anything does, writes for nobody
	}
	if _, err := os.Stat(s.path("data")); err == nil {
		return nil
	}
	beside, err := os.MkdirTemp(s.options.Home, "data-")
	if err != nil {
		return err
	}
	if s.owner != nil {
		if err := os.Lchown(beside, int(s.owner.Uid), int(s.owner.Gid)); err != nil {
			return err
		}
	}
	c := s.command("mariadb-install-db", "--no-defaults", "--datadir="+beside, "--skip-test-db",
		"--auth-root-authentication-method=socket", "--skip-name-resolve")
	out, err := c.CombinedOutput()
	if err != nil {
		return fmt.Errorf("mariadb-install-db: %w\n%s", err, out)
	}
	syscall.Sync()
	return os.Rename(beside, s.path("data"))
}

func (s *Server) arguments() []string {
	args := []string{
		"--no-defaults", "--datadir=" + s.path("data"), "--socket=" + s.path("db.sock"), "--pid-file=" + s.path("db.pid"),
		"--bind-address=127.0.0.1", "--port=" + strconv.Itoa(s.port), "--skip-name-resolve",
		"--log-error=" + s.path("mariadb.log"), "--character-set-server=utf8mb4", "--collation-server=utf8mb4_unicode_ci",
		"--sql-mode=STRICT_ALL_TABLES,NO_ZERO_DATE,NO_ZERO_IN_DATE,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION",
		"--innodb-buffer-pool-size=128M", "--max-connections=120", "--performance-schema=OFF", "--skip-log-bin",
		"--tmpdir=" + s.path("tmp"), "--secure-file-priv=" + s.path("tmp"), "--local-infile=OFF", "--symbolic-links=OFF",
	}
	if s.member == nil {
		args = append(args, "--init-file="+s.path("init.sql"))
	} else {
		args = append(args, s.memberArguments()...)
	}
	args = append(args, s.options.Arguments...)
	if s.options.Throwaway && !s.options.Durable {
		return append(args, "--innodb-flush-log-at-trx-commit=0", "--skip-innodb-doublewrite")
	}
	return append(args, "--innodb-flush-log-at-trx-commit=1")
}

// supervise starts the server and starts it again whenever it dies, until Stop. It keeps to one thread: the
// server is told to end when the thread that started it does, so that it does not outlive a killed program.
func (s *Server) supervise(started chan<- error) {
	runtime.LockOSThread()
	defer close(s.done)
	least := 200 * time.Millisecond
	if s.member != nil {
		least = rejoinPause
	}
	pause := least
	for first := true; ; first = false {
		c := s.command("mariadbd", append(s.arguments(), s.joining()...)...)
		began := time.Now()
		s.mu.Lock()
		if s.stopped {
			s.mu.Unlock()
			return
		}
		err := c.Start()
		if err == nil {
			s.process = c.Process
		}
		s.mu.Unlock()
		if first {
			started <- err
		}
		if err != nil && first {
			return
		}
		if err == nil {
			err = c.Wait()
		}
		s.mu.Lock()
		s.process = nil
		stopped := s.stopped
		s.mu.Unlock()
		if stopped {
			return
		}
		slog.Warn("the database has stopped and is started again", "after", time.Since(began).Round(time.Second).String(), "error", err)
		if time.Since(began) > 20*time.Second {
			pause = least
		}
		time.Sleep(pause)
		pause = min(2*pause, 10*time.Second)
	}
}

func (s *Server) wait(ctx context.Context) error {
	patience := startPatience
	if s.member != nil {
		patience = joinPatience
	}
	ctx, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	pool, err := sql.Open("mysql", s.DSN("sedum"))
	if err != nil {
		return err
	}
	defer func() { _ = pool.Close() }()
	for {
		// One that is not in step with its cluster takes connections, and refuses every statement.
		_, err := pool.ExecContext(ctx, "DO 1")
		if err == nil {
			return nil
		}
		select {
		case <-ctx.Done():
			return fmt.Errorf("the database does not answer: %w", err)
		case <-time.After(60 * time.Millisecond):
		}
	}
}

// Stop ends the server and waits for it.
func (s *Server) Stop() {
	s.mu.Lock()
	s.stopped = true
	process := s.process
	s.mu.Unlock()
	if process != nil {
		_ = process.Signal(syscall.SIGTERM)
	}
	select {
	case <-s.done:
	case <-time.After(stopPatience):
		if process != nil {
			_ = process.Kill()
		}
	}
}

// endLeftover ends whatever server of this very folder outlived its program. It is looked for among the processes: one whose program was
// killed in the moment of starting it has not written its number down yet.
func (s *Server) endLeftover() error {
	for _, pid := range s.leftovers() {
		if err := s.end(pid); err != nil {
			return err
		}
	}
	return nil
}

func (s *Server) leftovers() []int {
	out := []int{}
	folders, _ := filepath.Glob("/proc/[0-9]*")
	for _, folder := range folders {
		if pid, err := strconv.Atoi(filepath.Base(folder)); err == nil && s.isOurs(pid) {
			out = append(out, pid)
		}
	}
	return out
}

func (s *Server) end(pid int) error {
	process, err := os.FindProcess(pid)
	if err != nil {
		return nil
	}
	// One that is asked to end while it still comes up may hang for good; what it confirmed is on the disk.
	for _, sent := range []struct {
		signal   syscall.Signal
		patience time.Duration
	}{{syscall.SIGTERM, leftoverPatience}, {syscall.SIGKILL, stopPatience}} {
		_ = process.Signal(sent.signal)
		for deadline := time.Now().Add(sent.patience); time.Now().Before(deadline); time.Sleep(50 * time.Millisecond) {
			if !s.isOurs(pid) {
				return nil
			}
		}
	}
	return fmt.Errorf("an earlier database (process %d) does not end", pid)
}

func (s *Server) isOurs(pid int) bool {
	line, err := os.ReadFile(fmt.Sprintf("/proc/%d/cmdline", pid))
	return err == nil && strings.Contains(string(line), "--datadir="+s.path("data")+"\x00")
}

// freePort is the usual port when nobody listens there, else one that the system gives.
func freePort(usual int) (int, error) {
	for _, port := range []int{usual, 0} {
		l, err := net.Listen("tcp", fmt.Sprintf("127.0.0.1:%d", port))
		if err == nil {
			defer func() { _ = l.Close() }()
			return l.Addr().(*net.TCPAddr).Port, nil
		}
	}
	return 0, errors.New("no free port on 127.0.0.1")
}

// TestEnvironment names the environment variable that holds the address of the server for tests.
const TestEnvironment = "SEDUM_TEST_DSN"
