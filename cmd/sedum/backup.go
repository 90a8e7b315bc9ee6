package main

import (
	"compress/gzip"
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"strings"

	"github.com/go-sql-driver/mysql"

	"sedum/app"
	"sedum/kernel"
)

// runBackup writes everything there is, photographs too, into one file.
func runBackup(args []string, _ io.Reader, out, errs io.Writer) int {
	dsn, file, _, ok := backupArguments("backup", args, errs)
	if !ok {
		return 2
	}
	if err := backup(dsn, file); err != nil {
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
	if err := restore(dsn, file, over); err != nil {
		return failed(errs, err)
	}
	_, _ = fmt.Fprintf(out, "What was in %s is back.\n", file)
	return 0
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

// client is one of the database's own programs, told how to reach the database; the password goes by the environment.
func client(program, dsn string, args ...string) (*exec.Cmd, error) {
	c, err := mysql.ParseDSN(dsn)
	if err != nil {
		return nil, err
	}
	reach := []string{"--no-defaults", "--user=" + c.User}
	if c.Net == "unix" {
		reach = append(reach, "--socket="+c.Addr)
	} else {
		host, port, err := net.SplitHostPort(c.Addr)
		if err != nil {
			return nil, err
		}
		reach = append(reach, "--protocol=tcp", "--host="+host, "--port="+port)
	}
	command := exec.Command(program, append(append(reach, args...), c.DBName)...)
	command.Env = append(os.Environ(), "MYSQL_PWD="+c.Passwd)
	return command, nil
}

// backup is whole or not there: it is written beside its place and moved when it is complete.
func backup(dsn, file string) (err error) {
	command, err := client("mariadb-dump", dsn, "--single-transaction", "--hex-blob", "--skip-comments")
	if err != nil {
		return err
	}
	part, err := os.OpenFile(file+".part", os.O_CREATE|os.O_WRONLY|os.O_TRUNC, 0o600)
	if err != nil {
		return err
	}
	defer func() { _ = os.Remove(file + ".part") }()
	packed := gzip.NewWriter(part)
	var said strings.Builder
	command.Stdout, command.Stderr = packed, &said
	if err := command.Run(); err != nil {
		_ = part.Close()
		return fmt.Errorf("the database was not read: %w\n%s", err, said.String())
	}
	if err := errors.Join(packed.Close(), part.Sync(), part.Close()); err != nil {
		return err
	}
	return os.Rename(file+".part", file)
}

// restore replaces what is there. Records are replaced only when that is asked for; the file is read whole before anything is touched.
func restore(dsn, file string, over bool) error {
	if err := readable(file); err != nil {
		return err
	}
	d, err := kernel.Open(dsn)
	if err != nil {
		return err
	}
	defer func() { _ = d.Close() }()
	if used, err := d.Used(context.Background()); err != nil {
		return err
	} else if used && !over {
		return errors.New("there are records in this database. Say --over to put the backup in their place")
	}
	packed, err := os.Open(file)
	if err != nil {
		return err
	}
	defer func() { _ = packed.Close() }()
	content, err := gzip.NewReader(packed)
	if err != nil {
		return err
	}
	command, err := client("mariadb", dsn)
	if err != nil {
		return err
	}
	var said strings.Builder
	command.Stdin, command.Stderr = content, &said
	if err := command.Run(); err != nil {
		return fmt.Errorf("the backup was not put in: %w\n%s", err, said.String())
	}
	return app.New(d, app.Settings{}).Migrate(context.Background())
}

// readable reads a backup to its end: its checksum must hold.
func readable(file string) error {
	f, err := os.Open(file)
	if err != nil {
		return err
	}
	defer func() { _ = f.Close() }()
	content, err := gzip.NewReader(f)
	if err == nil {
		_, err = io.Copy(io.Discard, content)
	}
	if err != nil {
		return fmt.Errorf("%s is no whole backup: %w", file, err)
	}
	return nil
}
