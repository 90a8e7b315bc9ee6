package main

import (
	"context"
	"flag"
	"fmt"
	"io"
	"os"
	"os/signal"
	"path/filepath"
	"syscall"
	"time"

	"github.com/go-sql-driver/mysql"

	"sedum/app"
	"sedum/backup"
	"sedum/kernel"
)

// runBackup writes everything there is, photographs too, into one file.
func runBackup(args []string, _ io.Reader, out, errs io.Writer) int {
	return writes("backup", backup.Write, args, out, errs)
}

// runArchive writes the same in open formats, with a description: to be read without this program, or put back by it.
func runArchive(args []string, _ io.Reader, out, errs io.Writer) int {
	return writes("archive", backup.WriteArchive, args, out, errs)
}

func writes(name string, write func(context.Context, string, string, backup.Progress) error, args []string, out, errs io.Writer) int {
	dsn, file, _, ok := backupArguments(name, args, errs)
	if !ok {
		return 2
	}
	ctx, stop := signal.NotifyContext(context.Background(), syscall.SIGINT, syscall.SIGTERM)
	defer stop()
	if err := write(ctx, dsn, file, progress(errs)); err != nil {
		return failed(errs, err)
	}
	info, err := os.Stat(file)
	if err != nil {
		return failed(errs, err)
	}
	_, _ = fmt.Fprintf(out, "Everything is in %s (%.1f MB), photographs too.\n", file, float64(info.Size())/1e6)
	return 0
}

// runRestore puts a backup in place of what is there.
func runRestore(args []string, _ io.Reader, out, errs io.Writer) int {
	dsn, file, over, ok := backupArguments("restore", args, errs)
	if !ok {
		return 2
	}
	ctx, stop := signal.NotifyContext(context.Background(), syscall.SIGINT, syscall.SIGTERM)
	defer stop()
	err := backup.Restore{DSN: dsn, File: file, Over: over, Grace: kernel.LongestDeed, Progress: progress(errs),
		Program: func(d *kernel.Database) *kernel.Kernel { return app.New(d, app.Settings{}) }}.Do(ctx)
	if err != nil {
		return failed(errs, err)
	}
	_, _ = fmt.Fprintf(out, "What was in %s is back. Everybody signs in again.\n", file)
	return 0
}

// progress tells on a line how far it is, at most once a second.
func progress(errs io.Writer) backup.Progress {
	last := time.Now()
	return func(doing string, done, of int64) {
		if time.Since(last) < time.Second || of == 0 {
			return
		}
		last = time.Now()
		_, _ = fmt.Fprintf(errs, "%3d %%  %s\n", 100*done/of, doing)
	}
}

func backupArguments(name string, args []string, errs io.Writer) (dsn, file string, over, ok bool) {
	flags := flag.NewFlagSet(name, flag.ContinueOnError)
	flags.SetOutput(errs)
	flags.StringVar(&dsn, "dsn", setting("SEDUM_DSN", ""), "the database; else that of the running demo")
	if name == "restore" {
		flags.BoolVar(&over, "over", false, "put the backup in place of the records that are there")
	}
	if err := flags.Parse(args); err != nil {
		return "", "", false, false
	}
	if flags.NArg() != 1 {
		_, _ = fmt.Fprintf(errs, "sedum: say which file: sedum %s [--dsn DSN] FILE\n", name)
		return "", "", false, false
	}
	if dsn == "" {
		var err error
		if dsn, err = demoDSN(); err != nil {
			_ = failed(errs, err)
			return "", "", false, false
		}
	}
	return dsn, flags.Arg(0), over, true
}

// demoDSN is the database of the demo that runs here.
func demoDSN() (string, error) {
	folder, err := home()
	if err != nil {
		return "", err
	}
	secret, err := os.ReadFile(filepath.Join(folder, "db", "secret"))
	if err != nil {
		return "", fmt.Errorf("no demo is there: %w. Say which database with --dsn", err)
	}
	c := mysql.NewConfig()
	c.User, c.Passwd, c.Net, c.Addr, c.DBName = "sedum", string(secret), "unix", filepath.Join(folder, "db", "db.sock"), "sedum"
	return c.FormatDSN(), nil
}
