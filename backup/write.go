package backup

import (
	"archive/zip"
	"context"
	"database/sql"
	"encoding/base64"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"time"

	"sedum/archive"
)

// Write writes everything into a file: whole or not at all, since it is written beside its place and moved when it is on the disk. What
// is in it is what the database held at one moment; the house works on meanwhile.
func Write(ctx context.Context, dsn, file string, progress Progress) error {
	return put(ctx, dsn, file, progress, write)
}

// WriteArchive writes everything into a file in open formats, with its description, as Write does a backup.
func WriteArchive(ctx context.Context, dsn, file string, progress Progress) error {
	return put(ctx, dsn, file, progress, func(ctx context.Context, pool *sql.DB, to io.Writer, progress Progress) error {
		return snapshot(ctx, pool, func(c *sql.Conn) error {
			return archive.Write(ctx, c, time.Now().UTC(), to, func(table string, done, of int) { progress(table, int64(done), int64(of)) })
		})
	})
}

func put(ctx context.Context, dsn, file string, progress Progress, write func(context.Context, *sql.DB, io.Writer, Progress) error) error {
	pool, leave, err := open(dsn)
	if err != nil {
		return err
	}
	defer leave()
	part, err := os.OpenFile(file+".part", os.O_CREATE|os.O_WRONLY|os.O_TRUNC, 0o600)
	if err != nil {
		return err
	}
	defer func() { _ = os.Remove(file + ".part") }()
	if err := errors.Join(write(ctx, pool, part, progress), part.Sync(), part.Close()); err != nil {
		return err
	}
	if err := os.Rename(file+".part", file); err != nil {
		return err
	}
	return syncFolder(filepath.Dir(file))
}

// syncFolder puts a new name on the disk.
func syncFolder(folder string) error {
	f, err := os.Open(folder)
	if err != nil {
		return err
	}
	defer func() { _ = f.Close() }()
	return f.Sync()
}

// snapshot reads what the database holds at one moment.
func snapshot(ctx context.Context, pool *sql.DB, do func(*sql.Conn) error) error {
	c, err := pool.Conn(ctx)
	if err != nil {
		return err
	}
	defer func() { _ = c.Close() }()
	for _, statement := range []string{"SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ", "START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY"} {
		if _, err := c.ExecContext(ctx, statement); err != nil {
			return err
		}
	}
	return do(c)
}

func write(ctx context.Context, pool *sql.DB, to io.Writer, progress Progress) error {
	return snapshot(ctx, pool, func(c *sql.Conn) error { return rows(ctx, c, to, progress) })
}

func rows(ctx context.Context, c *sql.Conn, to io.Writer, progress Progress) error {
	var schema int64
	if err := c.QueryRowContext(ctx, "SELECT COALESCE(MAX(version_id), 0) FROM goose_db_version WHERE is_applied").Scan(&schema); err != nil {
		return fmt.Errorf("there are no tables of ours in this database: %w", err)
	}
	tables, err := tablesOf(ctx, c)
	if err != nil {
		return err
	}
	packed := zip.NewWriter(to)
	header, err := archive.Entry(packed, headerName, func(w io.Writer) error {
		return json.NewEncoder(w).Encode(Header{product, container, schema, time.Now().UTC().Format(time.RFC3339)})
	})
	if err != nil {
		return err
	}
	for i := range tables {
		t := &tables[i]
		progress(t.Name, int64(i), int64(len(tables)))
		if t.SHA256, err = archive.Entry(packed, t.entry(), func(w io.Writer) error { return rowsOf(ctx, c, t, w) }); err != nil {
			return fmt.Errorf("%s: %w", t.Name, err)
		}
	}
	if _, err := archive.Entry(packed, manifestName, func(w io.Writer) error { return json.NewEncoder(w).Encode(Manifest{header, tables}) }); err != nil {
		return err
	}
	return packed.Close()
}

func rowsOf(ctx context.Context, c *sql.Conn, t *Table, w io.Writer) error {
	rows, err := c.QueryContext(ctx, "SELECT "+quotedAll(t.Columns)+" FROM "+quoted(t.Name))
	if err != nil {
		return err
	}
	defer func() { _ = rows.Close() }()
	raw := make([]sql.RawBytes, len(t.Columns))
	into := make([]any, len(raw))
	for i := range raw {
		into[i] = &raw[i]
	}
	lines := json.NewEncoder(w)
	lines.SetEscapeHTML(false)
	for rows.Next() {
		if err := rows.Scan(into...); err != nil {
			return err
		}
		line := make([]*string, len(raw))
		for i, value := range raw {
			if value == nil {
				continue
			}
			text := string(value)
			if t.Bytes[i] {
				text = base64.StdEncoding.EncodeToString(value)
			}
			line[i] = &text
		}
		if err := lines.Encode(line); err != nil {
			return err
		}
		t.Rows++
	}
	return rows.Err()
}
