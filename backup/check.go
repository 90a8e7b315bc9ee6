package backup

import (
	"archive/zip"
	"bufio"
	"bytes"
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"hash"
	"io"
	"os"

	"sedum/archive"
)

// Checked is a backup that was read to its end, and is what it says.
type Checked struct {
	Header   Header
	Manifest Manifest

	file  string
	files map[string]*zip.File
	close io.Closer
	// archive is the file where it is one in open formats; kept are its tables.
	archive *archive.Opened
	kept    map[string]archive.Kept
}

// Close lets the file go.
func (c *Checked) Close() error { return c.close.Close() }

func (c *Checked) rows() (n int64) {
	for _, t := range c.Manifest.Tables {
		n += t.Rows
	}
	return n
}

// Check reads a file whole, before anything is touched. Errors: Broken; a file of a newer program than one that knows the tables up to newest.
func Check(file string, newest int64, progress Progress) (*Checked, error) {
	if err := foreign(file); err != nil {
		return nil, err
	}
	packed, err := zip.OpenReader(file)
	if err != nil {
		return nil, Broken{file, "it does not end as one"}
	}
	c := &Checked{file: file, files: map[string]*zip.File{}, close: packed}
	err = c.opened(packed.File, newest, progress)
	if errors.Is(err, archive.ErrNone) {
		err = c.check(packed.File, newest, progress)
	}
	if err != nil {
		_ = packed.Close()
		return nil, err
	}
	return c, nil
}

// foreign tells what is no ZIP at all.
func foreign(file string) error {
	f, err := os.Open(file)
	if err != nil {
		return err
	}
	defer func() { _ = f.Close() }()
	start := make([]byte, 4)
	n, err := io.ReadFull(f, start)
	switch {
	case n == 0:
		return Broken{file, "it is empty"}
	case bytes.HasPrefix(start, []byte{0x1f, 0x8b}):
		return Broken{file, "it was made by a program of before this kind of backup. Put it back with that program, then make a backup with this one"}
	case err != nil || !bytes.Equal(start, []byte("PK\x03\x04")):
		return Broken{file, "it is something else"}
	}
	return nil
}

func (c *Checked) broken(why string, args ...any) error {
	return Broken{c.file, fmt.Sprintf(why, args...)}
}

func (c *Checked) newer(newest int64) error {
	return fmt.Errorf("%s was made by a newer program (its tables are of version %d; this one knows them up to %d). Update the program first", c.file, c.Header.Schema, newest)
}

func (c *Checked) check(files []*zip.File, newest int64, progress Progress) error {
	for _, f := range files {
		if c.files[f.Name] != nil {
			return c.broken("%q is in it twice", f.Name)
		}
		c.files[f.Name] = f
	}
	sum, err := c.document(headerName, &c.Header)
	if err != nil {
		return err
	}
	switch {
	case c.Header.Product != product:
		return c.broken("it is no backup of this program")
	case c.Header.Container > container || c.Header.Schema > newest:
		return c.newer(newest)
	case c.Header.Container < 1 || c.Header.Schema < 1:
		return c.broken("it does not say of which version it is")
	}
	if _, err := c.document(manifestName, &c.Manifest); err != nil {
		return err
	}
	if c.Manifest.Header != sum {
		return c.broken("its first part was changed")
	}
	if len(c.files) != len(c.Manifest.Tables)+2 {
		return c.broken("it holds %d parts where %d belong in it", len(c.files), len(c.Manifest.Tables)+2)
	}
	done := int64(0)
	for _, t := range c.Manifest.Tables {
		if len(t.Columns) == 0 || len(t.Bytes) != len(t.Columns) || notKept(t.Name) {
			return c.broken("it does not say what %q is", t.Name)
		}
		progress("checking "+t.Name, done, c.rows())
		if err := c.each(t, func([]any) error { return nil }); err != nil {
			return err
		}
		done += t.Rows
	}
	return nil
}

// document reads a small entry and gives its checksum.
func (c *Checked) document(name string, into any) (string, error) {
	f := c.files[name]
	if f == nil {
		return "", c.broken("%s is missing", name)
	}
	r, err := f.Open()
	if err != nil {
		return "", c.broken("%s cannot be read", name)
	}
	defer func() { _ = r.Close() }()
	text, err := io.ReadAll(io.LimitReader(r, 4<<20))
	if err == nil {
		err = json.Unmarshal(text, into)
	}
	if err != nil {
		return "", c.broken("%s cannot be read", name)
	}
	sum := sha256.Sum256(text)
	return hex.EncodeToString(sum[:]), nil
}

// each reads the rows of a table to the end, a row at a time: texts, nil and bytes.
func (c *Checked) each(t Table, do func(row []any) error) error {
	if c.archive != nil {
		return c.archive.Each(c.kept[t.Name], do)
	}
	f := c.files[t.entry()]
	if f == nil {
		return c.broken("the rows of %s are missing", t.Name)
	}
	r, err := f.Open()
	if err != nil {
		return c.broken("the rows of %s cannot be read", t.Name)
	}
	defer func() { _ = r.Close() }()
	sum := sha256.New()
	lines := bufio.NewScanner(&summed{r, sum})
	lines.Buffer(make([]byte, 1<<16), longestRow)
	n := int64(0)
	for lines.Scan() {
		n++
		row, err := rowOf(t, lines.Bytes())
		if err != nil {
			return c.broken("row %d of %s: %v", n, t.Name, err)
		}
		if err := do(row); err != nil {
			return err
		}
	}
	switch {
	case lines.Err() != nil:
		return c.broken("%s, after row %d: %v", t.Name, n, lines.Err())
	case n != t.Rows:
		return c.broken("%s has %d rows where %d belong in it", t.Name, n, t.Rows)
	case hex.EncodeToString(sum.Sum(nil)) != t.SHA256:
		return c.broken("the rows of %s were changed", t.Name)
	}
	return nil
}

type summed struct {
	from io.Reader
	sum  hash.Hash
}

func (s *summed) Read(p []byte) (int, error) {
	n, err := s.from.Read(p)
	_, _ = s.sum.Write(p[:n])
	return n, err
}

func rowOf(t Table, line []byte) ([]any, error) {
	var values []*string
	if err := json.Unmarshal(line, &values); err != nil {
		return nil, errors.New("it is no list of texts")
	}
	if len(values) != len(t.Columns) {
		return nil, fmt.Errorf("it has %d values for %d columns", len(values), len(t.Columns))
	}
	row := make([]any, len(values))
	for i, v := range values {
		switch {
		case v == nil:
		case t.Bytes[i]:
			raw, err := base64.StdEncoding.DecodeString(*v)
			if err != nil {
				return nil, fmt.Errorf("%s is not base64", t.Columns[i])
			}
			row[i] = raw
		default:
			row[i] = *v
		}
	}
	return row, nil
}
