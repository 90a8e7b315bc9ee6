package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"net"
	"os"
	"os/exec"
	"os/signal"
	"path/filepath"
	"strconv"
	"strings"
	"syscall"
	"time"

	"sedum/app"
	"sedum/app/people"
	"sedum/app/reminders"
	"sedum/database"
	"sedum/demo"
	"sedum/kernel"
	"sedum/ui"
)

// home is the folder of the demo: SEDUM_HOME, else the user's data directory; root's server runs as
// nobody, who cannot enter root's own home.
func home() (string, error) {
	if h := os.Getenv("SEDUM_HOME"); h != "" {
		return filepath.Abs(h)
	}
	if os.Geteuid() == 0 {
		return "/var/lib/sedum", nil
	}
	if x := os.Getenv("XDG_DATA_HOME"); x != "" {
		return filepath.Join(x, "sedum"), nil
	}
	user, err := os.UserHomeDir()
	return filepath.Join(user, ".local", "share", "sedum"), err
}

func runDemo(args []string, _ io.Reader, out, errs io.Writer) int {
	flags := flag.NewFlagSet("demo", flag.ContinueOnError)
	flags.SetOutput(errs)
	fresh := flags.Bool("fresh", false, "start over with new demo data")
	listen := flags.String("listen", setting("SEDUM_LISTEN", "127.0.0.1:8080"), "address to serve on")
	cert := flags.String("tls-cert", setting("SEDUM_TLS_CERT", ""), "certificate file: serve over HTTPS")
	key := flags.String("tls-key", setting("SEDUM_TLS_KEY", ""), "key file of the certificate")
	zone := flags.String("zone", setting("SEDUM_ZONE", "Local"), "where the yard's days begin and end, by its name in the table of zones")
	if err := flags.Parse(args); err != nil {
		return 2
	}
	place, err := zoneOf(*zone)
	if err != nil {
		return failed(errs, err)
	}
	logTo(errs)
	folder, err := home()
	if err != nil {
		return failed(errs, err)
	}
	held, err := claim(folder)
	if err != nil {
		return failed(errs, err)
	}
	defer func() { _ = held.Truncate(0); _ = held.Close() }()
	if *fresh {
		if err := startOver(folder); err != nil {
			return failed(errs, err)
		}
	}
	ctx, stop := signal.NotifyContext(context.Background(), syscall.SIGINT, syscall.SIGTERM)
	defer stop()
	server, err := database.Start(ctx, database.Options{Home: filepath.Join(folder, "db")})
	if err != nil {
		return failed(errs, err)
	}
	defer server.Stop()
	d, err := kernel.Open(server.DSN("sedum"))
	if err != nil {
		return failed(errs, err)
	}
	defer func() { _ = d.Close() }()
	outside := demo.Outside()
	outside.Disk = disk{folder}
	loopback := onLoopback(*listen)
	copies, err := listenOn(beside(*listen))
	if err != nil {
		return failed(errs, err)
	}
	public := "http://"
	if *cert != "" {
		public = "https://"
	}
	public += copies.Addr().String()
	k := app.New(d, app.Settings{Zone: place, TLS: *cert != "", Public: public, Demo: demoSignIns(loopback), Hosts: demoHosts(loopback), Pages: ui.Pages(), Outside: outside})
	if err := k.Migrate(ctx); err != nil {
		return failed(errs, err)
	}
	if err := demo.Load(ctx, k); err != nil {
		return failed(errs, err)
	}
	if err := demo.LoadPlanted(ctx, k); err != nil {
		return failed(errs, err)
	}
	words, err := demoPasswords(ctx, k, folder, loopback)
	if err != nil {
		return failed(errs, err)
	}
	listener, err := listenOn(*listen)
	if err != nil {
		return failed(errs, err)
	}
	announce(held, listener, out, server, *cert != "", words)
	go k.Work(ctx)
	go servePublic(ctx, copies, k, reminders.Desk{Mailer: outside.Mailer, Public: public}, *cert, *key)
	_, _ = fmt.Fprintf(out, "Customers' copies of sheets are served on %s\n", public)
	if err := serve(ctx, listener, k.Handler(), *cert, *key); err != nil {
		return failed(errs, err)
	}
	_, _ = fmt.Fprintln(out, "Stopped. The data is kept; ./run demo goes on where this left off.")
	return 0
}

func runningFile(folder string) string { return filepath.Join(folder, "running") }

// claim makes sure that one program at a time uses the folder; the claim ends with the program, however it ends.
func claim(folder string) (held *os.File, err error) {
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return nil, err
	}
	f, err := os.OpenFile(runningFile(folder), os.O_CREATE|os.O_RDWR|syscall.O_NOFOLLOW, 0o600)
	if errors.Is(err, syscall.ELOOP) {
		return nil, fmt.Errorf("%s is a link. Nothing is written through a link: take it away", runningFile(folder))
	}
	if err != nil {
		return nil, err
	}
	if err := syscall.Flock(int(f.Fd()), syscall.LOCK_EX|syscall.LOCK_NB); err != nil {
		text, _ := io.ReadAll(f)
		_ = f.Close()
		where := strings.TrimSpace(string(text))
		if _, address, ok := strings.Cut(where, "\n"); ok {
			where = address
		}
		return nil, fmt.Errorf("the demo is running already, at %s. Stop it with ./run stop", where)
	}
	return f, nil
}

func startOver(folder string) error {
	return os.RemoveAll(filepath.Join(folder, "db"))
}

// listenOn takes the address, or when it is taken one that the system gives.
func listenOn(address string) (net.Listener, error) {
	l, err := net.Listen("tcp", address)
	if errors.Is(err, syscall.EADDRINUSE) {
		host, _, _ := net.SplitHostPort(address)
		return net.Listen("tcp", net.JoinHostPort(host, "0"))
	}
	return l, err
}

func announce(held *os.File, l net.Listener, out io.Writer, server *database.Server, tls bool, words map[string]string) {
	scheme := "http"
	if tls {
		scheme = "https"
	}
	address := scheme + "://" + l.Addr().String()
	_ = held.Truncate(0)
	_, _ = held.WriteAt([]byte(strconv.Itoa(os.Getpid())+"\n"+address+"\n"), 0)
	_, _ = fmt.Fprintf(out, "\nSedum, with the made-up nursery Quarrywell, serves on\n\n    %s\n\nSign in as\n", address)
	tellSignIns(out, func(p demo.Person) string { return words[p.SignIn] })
	_, _ = fmt.Fprintf(out, "\nIts database (process %d) listens on 127.0.0.1:%d. Ctrl-C stops both.\n", server.PID(), server.Port())
}

// tellSignIns says who signs in by which password.
func tellSignIns(out io.Writer, word func(demo.Person) string) {
	for _, p := range demo.People() {
		_, _ = fmt.Fprintf(out, "    %-6s %-20s %s, %s\n", p.SignIn, word(p), p.Name, strings.ReplaceAll(string(p.Role), "-", " "))
	}
}

// demoSignIns are offered on the sign-in page, on this machine alone.
func demoSignIns(loopback bool) []people.DemoSignIn {
	out := []people.DemoSignIn{}
	if !loopback {
		return out
	}
	for _, p := range demo.People() {
		out = append(out, people.DemoSignIn{Name: p.Name, Role: p.Role, SignIn: p.SignIn, Password: p.Password})
	}
	return out
}

func runStop(_ []string, _ io.Reader, out, errs io.Writer) int {
	folder, err := home()
	if err != nil {
		return failed(errs, err)
	}
	stopped := 0
	for _, each := range []string{folder, clusterFolder(folder)} {
		pid := runningIn(each)
		if pid == 0 {
			continue
		}
		if err := end(each, pid); err != nil {
			return failed(errs, err)
		}
		stopped++
	}
	if stopped == 0 {
		_, _ = fmt.Fprintln(out, "No demo is running.")
		return 0
	}
	_, _ = fmt.Fprintln(out, "Stopped.")
	return 0
}

// end asks what runs in a folder to end, and waits for it.
func end(folder string, pid int) error {
	if err := syscall.Kill(pid, syscall.SIGTERM); err != nil {
		return err
	}
	for range 900 {
		if runningIn(folder) != pid {
			return nil
		}
		time.Sleep(100 * time.Millisecond)
	}
	return fmt.Errorf("process %d does not end", pid)
}

// runningIn is the process that runs the demo of a folder, 0 when none does. A number that was written there once may be somebody else's
// process by now: it is ours when it holds the file open.
func runningIn(folder string) int {
	text, err := os.ReadFile(runningFile(folder))
	first, _, _ := strings.Cut(string(text), "\n")
	pid, numberErr := strconv.Atoi(first)
	here, statErr := os.Stat(runningFile(folder))
	if errors.Join(err, numberErr, statErr) != nil {
		return 0
	}
	open, _ := filepath.Glob(fmt.Sprintf("/proc/%d/fd/*", pid))
	for _, each := range open {
		if info, err := os.Stat(each); err == nil && os.SameFile(info, here) {
			return pid
		}
	}
	return 0
}

// memoryEnough is how many bytes must be free for a throwaway database to lie in memory.
const memoryEnough = 4 << 30

// throwawayRoot is where a throwaway database lies: in memory where there is room, for what is thrown away needs no disk; "" is the usual place.
func throwawayRoot(durable bool) string {
	const memory = "/dev/shm"
	var fs syscall.Statfs_t
	if durable || os.Getenv("TMPDIR") != "" || syscall.Statfs(memory, &fs) != nil || fs.Bavail*uint64(fs.Bsize) < memoryEnough {
		return ""
	}
	return memory
}

// runWithDatabase runs a command beside a throwaway database, whose address it finds in the environment.
func runWithDatabase(args []string, in io.Reader, out, errs io.Writer) int {
	if len(args) > 0 && args[0] == "--" {
		args = args[1:]
	}
	if len(args) == 0 {
		_, _ = fmt.Fprint(errs, usage)
		return 2
	}
	durable := os.Getenv("SEDUM_DURABLE") != ""
	folder, err := os.MkdirTemp(throwawayRoot(durable), "sedum-test-")
	if err != nil {
		return failed(errs, err)
	}
	defer func() { _ = os.RemoveAll(folder) }()
	if err := os.Chmod(folder, 0o755); err != nil {
		return failed(errs, err)
	}
	ctx, stop := signal.NotifyContext(context.Background(), syscall.SIGINT, syscall.SIGTERM)
	defer stop()
	server, err := database.Start(ctx, database.Options{Home: filepath.Join(folder, "db"), Throwaway: true, Durable: durable})
	if err != nil {
		return failed(errs, err)
	}
	defer server.Stop()
	c := exec.CommandContext(ctx, args[0], args[1:]...)
	c.Env = append(os.Environ(), database.TestEnvironment+"="+server.DSN("sedum"))
	c.Stdin, c.Stdout, c.Stderr = in, out, errs
	err = c.Run()
	var exit *exec.ExitError
	if errors.As(err, &exit) {
		return exit.ExitCode()
	}
	if err != nil {
		return failed(errs, err)
	}
	return 0
}
