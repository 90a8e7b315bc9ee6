package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"os"
	"os/exec"
	"os/signal"
	"path/filepath"
	"runtime"
	"strings"
	"sync"
	"syscall"
	"time"

	"sedum/app"
	"sedum/database"
	"sedum/demo"
	"sedum/kernel"
	"sedum/ui"
)

// clusterFolder is that of the cluster in a home.
func clusterFolder(home string) string { return filepath.Join(home, "cluster") }

const clusterListen = "127.0.0.1:8081,127.0.0.1:8082"

// runCluster shows the made-up nursery on three database servers and two programs, as a yard may have them on machines of their own.
func runCluster(args []string, _ io.Reader, out, errs io.Writer) int {
	flags := flag.NewFlagSet("cluster", flag.ContinueOnError)
	flags.SetOutput(errs)
	fresh := flags.Bool("fresh", false, "start over with new demo data")
	listen := flags.String("listen", setting("SEDUM_LISTEN", clusterListen), "addresses to serve on, one a program, with commas between")
	spread := flags.Bool("spread", false, "let each program prefer a database server of its own, in place of the same one")
	zone := flags.String("zone", setting("SEDUM_ZONE", "Local"), "where the yard's days begin and end, by its name in the table of zones")
	if err := flags.Parse(args); err != nil {
		return 2
	}
	place, err := zoneOf(*zone)
	if err != nil {
		return failed(errs, err)
	}
	for _, address := range strings.Split(*listen, ",") {
		if !onLoopback(address) {
			return failed(errs, fmt.Errorf("--listen: %s is not on this machine. Its passwords are printed, so it is shown here only", address))
		}
	}
	logTo(errs)
	folder, err := home()
	if err != nil {
		return failed(errs, err)
	}
	folder = clusterFolder(folder)
	held, err := claim(folder)
	if err != nil {
		return failed(errs, err)
	}
	defer func() { _ = held.Truncate(0); _ = held.Close() }()
	nodes := filepath.Join(folder, "nodes")
	if *fresh {
		if err := os.RemoveAll(nodes); err != nil {
			return failed(errs, err)
		}
	}
	ctx, stop := signal.NotifyContext(context.Background(), syscall.SIGINT, syscall.SIGTERM)
	defer stop()
	_, _ = fmt.Fprintln(out, "Starting three database servers; the second and third are given what the first has.")
	cluster, err := database.StartCluster(ctx, database.Options{Home: nodes})
	if err != nil {
		return failed(errs, err)
	}
	defer cluster.Stop()
	if err := loadInto(ctx, cluster.DSN("sedum"), app.Settings{Zone: place, Pages: ui.Pages(), Outside: demo.Outside()}); err != nil {
		return failed(errs, err)
	}
	var programs sync.WaitGroup
	defer programs.Wait()
	defer stop()
	addresses := []string{}
	for i, address := range strings.Split(*listen, ",") {
		l, err := listenOn(address)
		if err != nil {
			return failed(errs, err)
		}
		at := l.Addr().String()
		addresses = append(addresses, "http://"+at)
		_ = l.Close() // the program's own
		first := 0
		if *spread {
			first = i
		}
		programs.Go(func() { keepServing(ctx, cluster.DSNFrom(first, "sedum"), at, *zone, errs) })
	}
	if err := answering(ctx, addresses); err != nil {
		return failed(errs, err)
	}
	announceCluster(held, cluster, addresses, out)
	<-ctx.Done()
	_, _ = fmt.Fprintln(out, "Stopping. The data is kept; ./run cluster goes on where this left off.")
	return 0
}

// answering waits until every program does.
func answering(ctx context.Context, addresses []string) error {
	const patience = time.Minute
	for until := time.Now().Add(patience); len(addresses) > 0; {
		answer, err := http.Get(addresses[0] + "/readyz")
		if err == nil {
			_ = answer.Body.Close()
			if answer.StatusCode == http.StatusOK {
				addresses = addresses[1:]
				continue
			}
		}
		if time.Now().After(until) {
			return fmt.Errorf("the program at %s has not answered for %v", addresses[0], patience)
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(50 * time.Millisecond):
		}
	}
	return nil
}

// loadInto puts the made-up nursery into a database that has none yet.
func loadInto(ctx context.Context, dsn string, settings app.Settings) error {
	d, err := kernel.Open(dsn)
	if err != nil {
		return err
	}
	defer func() { _ = d.Close() }()
	k := app.New(d, settings)
	return errors.Join(k.Migrate(ctx), demo.Load(ctx, k))
}

// keepServing runs a program of its own, and again when it dies, as a yard's init system does.
func keepServing(ctx context.Context, dsn, address, zone string, errs io.Writer) {
	runtime.LockOSThread() // the program is told to end when the thread that started it does
	self, err := os.Executable()
	for err == nil && ctx.Err() == nil {
		c := exec.CommandContext(ctx, self, "serve")
		c.Env = append(os.Environ(), "SEDUM_DSN="+dsn, "SEDUM_LISTEN="+address, "SEDUM_ZONE="+zone)
		c.Stderr = errs
		c.Cancel = func() error { return c.Process.Signal(syscall.SIGTERM) }
		c.WaitDelay = 15 * time.Second
		c.SysProcAttr = &syscall.SysProcAttr{Setpgid: true, Pdeathsig: syscall.SIGTERM}
		if ended := c.Run(); ctx.Err() == nil {
			slog.Warn("a program has ended and is started again", "address", address, "error", ended)
			time.Sleep(200 * time.Millisecond)
		}
	}
	if err != nil {
		slog.Error("no program can be started", "error", err)
	}
}

func announceCluster(held *os.File, cluster *database.Cluster, addresses []string, out io.Writer) {
	_ = held.Truncate(0)
	_, _ = held.WriteAt([]byte(fmt.Sprintf("%d\n%s\n", os.Getpid(), addresses[0])), 0)
	_, _ = fmt.Fprint(out, "\nSedum, with the made-up nursery Quarrywell, is served by two programs on three databases:\n\n")
	for _, address := range addresses {
		_, _ = fmt.Fprintf(out, "    %s\n", address)
	}
	_, _ = fmt.Fprintln(out)
	for _, s := range cluster.Nodes {
		_, _ = fmt.Fprintf(out, "    %s  process %-8d %s\n", s.Name(), s.PID(), s.Address())
	}
	_, _ = fmt.Fprint(out, "\nSign in at either as\n")
	tellSignIns(out, func(p demo.Person) string { return p.Password })
	_, _ = fmt.Fprint(out, "\nKill a server (kill -9), stop it (kill -STOP, kill -CONT), and go on working. Ctrl-C stops all.\n")
}
