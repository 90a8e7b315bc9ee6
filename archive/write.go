package archive

import (
	"archive/zip"
	"bufio"
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/csv"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"slices"
	"strings"
	"time"

	"sedum/core/arrival"
)

// Write writes an archive of what a reader shows. A table is read twice, once for each format: the reader must show one moment. Progress hears the table, and how many are done of how many; nil hears nothing.
func Write(ctx context.Context, from Reader, at time.Time, to io.Writer, progress func(table string, done, of int)) error {
	tables, err := Tables(ctx, from)
	if err != nil {
		return err
	}
	schema, err := versionOf(ctx, from)
	if err != nil {
		return err
	}
	packed := zip.NewWriter(to)
	out := packaged{Profile: profile, Container: container, Schema: schema, Title: "Everything the house holds", Created: at.UTC().Format(time.RFC3339), Resources: []resource{}}
	for i := range tables {
		t := &tables[i]
		if progress != nil {
			progress(t.Name, i, len(tables))
		}
		sum, err := t.writeJSON(ctx, from, packed)
		if err == nil {
			err = t.writeCSV(ctx, from, packed)
		}
		if err == nil {
			err = t.writeFiles(ctx, from, packed)
		}
		if err != nil {
			return fmt.Errorf("%s: %w", t.Name, err)
		}
		out.Resources = append(out.Resources, t.described(sum))
	}
	if _, err := Entry(packed, readMe, func(w io.Writer) error { _, err := io.WriteString(w, readable(tables, at)); return err }); err != nil {
		return err
	}
	_, err = Entry(packed, Described, func(w io.Writer) error {
		lines := json.NewEncoder(w)
		lines.SetIndent("", "  ")
		return lines.Encode(out)
	})
	return errors.Join(err, packed.Close())
}

// versionOf is the version of the tables.
func versionOf(ctx context.Context, from Reader) (version int64, err error) {
	rows, err := from.QueryContext(ctx, "SELECT COALESCE(MAX(version_id), 0) FROM goose_db_version WHERE is_applied")
	if err != nil {
		return 0, fmt.Errorf("there are no tables of ours in this database: %w", err)
	}
	defer func() { _ = rows.Close() }()
	for rows.Next() {
		if err := rows.Scan(&version); err != nil {
			return 0, err
		}
	}
	return version, rows.Err()
}

// Entry writes one entry of a ZIP and gives its checksum.
func Entry(packed *zip.Writer, name string, fill func(io.Writer) error) (string, error) {
	w, err := packed.Create(name)
	if err != nil {
		return "", err
	}
	sum := sha256.New()
	buffered := bufio.NewWriterSize(io.MultiWriter(w, sum), 1<<16)
	if err := errors.Join(fill(buffered), buffered.Flush()); err != nil {
		return "", err
	}
	return hex.EncodeToString(sum.Sum(nil)), nil
}

// each reads the rows of a table in the order of its key. Moments come as they are written in the archive, so that no connection's settings change
// them; of bytes come their number, unless they are asked for.
func (t Table) each(ctx context.Context, from Reader, columns []Column, bytes bool, do func([]sql.RawBytes) error) error {
	if len(columns) == 0 {
		return nil
	}
	names, order := []string{}, []string{}
	for _, c := range columns {
		q := quoted(c.Name)
		switch {
		case c.Kind == moment:
			q = "DATE_FORMAT(" + q + ", '%Y-%m-%dT%H:%i:%s.%fZ')"
		case c.Kind == day:
			q = "DATE_FORMAT(" + q + ", '%Y-%m-%d')"
		case c.Kind == picture && !bytes:
			q = "LEFT(" + q + ", 16)"
		}
		names = append(names, q)
	}
	for _, k := range t.Key {
		order = append(order, quoted(k))
	}
	query := "SELECT " + strings.Join(names, ", ") + " FROM " + quoted(t.Name)
	if len(order) > 0 {
		query += " ORDER BY " + strings.Join(order, ", ")
	}
	rows, err := from.QueryContext(ctx, query)
	if err != nil {
		return err
	}
	defer func() { _ = rows.Close() }()
	raw := make([]sql.RawBytes, len(columns))
	into := make([]any, len(raw))
	for i := range raw {
		into[i] = &raw[i]
	}
	for rows.Next() {
		if err := rows.Scan(into...); err != nil {
			return err
		}
		if err := do(raw); err != nil {
			return err
		}
	}
	return rows.Err()
}

func (t *Table) writeJSON(ctx context.Context, from Reader, packed *zip.Writer) (string, error) {
	return Entry(packed, jsonFolder+t.Name+".json", func(w io.Writer) error {
		t.Rows = 0
		_, err := io.WriteString(w, "[")
		if err != nil {
			return err
		}
		err = t.each(ctx, from, t.Columns, false, func(raw []sql.RawBytes) error {
			line := "\n{"
			if t.Rows > 0 {
				line = ",\n{"
			}
			for i, c := range t.Columns {
				if i > 0 {
					line += ","
				}
				value, err := t.inJSON(c, raw[i])
				if err != nil {
					return err
				}
				line += quotedJSON(c.Name) + ":" + value
			}
			t.Rows++
			_, err := io.WriteString(w, line+"}")
			return err
		})
		if err != nil {
			return err
		}
		_, err = io.WriteString(w, "\n]\n")
		return err
	})
}

// inJSON is a value as JSON has it. Numbers are written as the database writes them: none is rounded.
func (t *Table) inJSON(c Column, raw sql.RawBytes) (string, error) {
	if raw == nil {
		return "null", nil
	}
	switch c.Kind {
	case whole, number:
		return string(raw), nil
	case yesNo:
		return fmt.Sprint(string(raw) != "0"), nil
	case object:
		if !json.Valid(raw) {
			return "", fmt.Errorf("%s holds no JSON", c.Name)
		}
		return string(raw), nil
	case picture:
		return quotedJSON(t.fileName(c, t.Rows, raw)), nil
	}
	return quotedJSON(string(raw)), nil
}

func quotedJSON(s string) string {
	out := strings.Builder{}
	lines := json.NewEncoder(&out)
	lines.SetEscapeHTML(false)
	_ = lines.Encode(s)
	return strings.TrimSuffix(out.String(), "\n")
}

// fileName is where the bytes of a row lie, by their place in the table.
func (t *Table) fileName(c Column, row int64, start []byte) string {
	ending := ".bin"
	switch http.DetectContentType(start) {
	case "image/jpeg":
		ending = ".jpg"
	case "image/png":
		ending = ".png"
	case "application/pdf":
		ending = ".pdf"
	}
	return fmt.Sprintf("%s%s/%d-%s%s", fileFolder, t.Name, row+1, c.Name, ending)
}

func (t *Table) writeCSV(ctx context.Context, from Reader, packed *zip.Writer) error {
	_, err := Entry(packed, csvFolder+t.Name+".csv", func(w io.Writer) error {
		lines := csv.NewWriter(w)
		line := []string{}
		for _, c := range t.Columns {
			line = append(line, c.Name)
		}
		row := int64(0)
		if err := lines.Write(line); err != nil {
			return err
		}
		err := t.each(ctx, from, t.Columns, false, func(raw []sql.RawBytes) error {
			for i, c := range t.Columns {
				line[i] = string(raw[i])
				switch {
				case raw[i] == nil:
				case c.Kind == picture:
					line[i] = t.fileName(c, row, raw[i])
				case c.Kind == yesNo:
					line[i] = fmt.Sprint(line[i] != "0")
				case c.Kind == text:
					line[i] = unformulated(line[i])
				}
			}
			row++
			return lines.Write(line)
		})
		lines.Flush()
		return errors.Join(err, lines.Error())
	})
	return err
}

// unformulated keeps a spreadsheet from running what somebody typed.
func unformulated(s string) string {
	if arrival.Formula(s) {
		return "'" + s
	}
	return s
}

func (t *Table) writeFiles(ctx context.Context, from Reader, packed *zip.Writer) error {
	columns := slices.DeleteFunc(slices.Clone(t.Columns), func(c Column) bool { return c.Kind != picture })
	row := int64(0)
	return t.each(ctx, from, columns, true, func(raw []sql.RawBytes) error {
		for i, c := range columns {
			if raw[i] == nil {
				continue
			}
			if _, err := Entry(packed, t.fileName(c, row, raw[i][:min(len(raw[i]), 16)]), func(w io.Writer) error { _, err := w.Write(raw[i]); return err }); err != nil {
				return err
			}
		}
		row++
		return nil
	})
}

func quoted(name string) string { return "`" + strings.ReplaceAll(name, "`", "``") + "`" }
