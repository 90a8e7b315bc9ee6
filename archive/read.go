package archive

import (
	"archive/zip"
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"time"
)

// largestFile is as much as one value may have.
const largestFile = 96 << 20

// ErrNone is a file that is no archive.
var ErrNone = errors.New("archive: it is none")

// Broken says why an archive cannot be put back.
type Broken struct{ Why string }

func (b Broken) Error() string { return "the archive is not whole: " + b.Why }

func broken(why string, args ...any) error { return Broken{fmt.Sprintf(why, args...)} }

// Opened is an archive that was opened to be put back.
type Opened struct {
	Schema int64
	packaged
	files map[string]*zip.File
}

// Open reads what an archive says of itself. Errors: ErrNone, Broken.
func Open(files []*zip.File) (*Opened, error) {
	out := &Opened{files: map[string]*zip.File{}}
	for _, f := range files {
		if out.files[f.Name] != nil {
			return nil, broken("%q is in it twice", f.Name)
		}
		out.files[f.Name] = f
	}
	if out.files[Described] == nil {
		return nil, ErrNone
	}
	if err := out.read(Described, func(r io.Reader) error { return json.NewDecoder(r).Decode(&out.packaged) }); err != nil {
		return nil, broken("it is not described: %s", err)
	}
	if out.Profile != profile || out.Container > container || out.packaged.Schema < 1 {
		return nil, broken("it is of another kind, or of a newer program")
	}
	out.Schema = out.packaged.Schema
	return out, nil
}

func (o *Opened) read(name string, do func(io.Reader) error) error {
	f := o.files[name]
	if f == nil {
		return broken("%q is not in it", name)
	}
	r, err := f.Open()
	if err != nil {
		return err
	}
	return errors.Join(do(r), r.Close())
}

// Kept is a table as it is put back. A column that no archive has and that must be there is added, empty.
type Kept struct {
	Name    string
	Columns []string
	Rows    int64
	from    resource
}

// Tables lists what is put back.
func (o *Opened) Tables() ([]Kept, error) {
	out := []Kept{}
	for _, r := range o.Resources {
		if LeftOut(r.Name) || len(r.Schema.Fields) == 0 {
			return nil, broken("it does not say what %q is", r.Name)
		}
		k := Kept{Name: r.Name, Rows: r.Rows, from: r}
		for _, f := range r.Schema.Fields {
			if Secret(r.Name, f.Name) || slices.Contains(k.Columns, f.Name) {
				return nil, broken("%q has %q, which no archive has", r.Name, f.Name)
			}
			k.Columns = append(k.Columns, f.Name)
		}
		if r.Name == "people" {
			k.Columns = append(k.Columns, "password_hash")
		}
		out = append(out, k)
	}
	return out, nil
}

// Each gives the rows of a table in turn as the database reads them (a text, bytes, or nil), and looks that they are those that were written.
func (o *Opened) Each(k Kept, do func([]any) error) error {
	return o.read(k.from.JSON, func(r io.Reader) error {
		sum := sha256.New()
		both := io.TeeReader(r, sum)
		lines := json.NewDecoder(both)
		if t, err := lines.Token(); err != nil || t != json.Delim('[') {
			return broken("%q is no list", k.from.JSON)
		}
		n := int64(0)
		for lines.More() {
			row := map[string]json.RawMessage{}
			if err := lines.Decode(&row); err != nil {
				return broken("row %d of %q: %s", n+1, k.Name, err)
			}
			line := make([]any, len(k.Columns))
			for i, f := range k.from.Schema.Fields {
				value, err := o.inDatabase(f, row[f.Name])
				if err != nil {
					return broken("row %d of %q, %s: %s", n+1, k.Name, f.Name, err)
				}
				line[i] = value
				delete(row, f.Name)
			}
			for name := range row {
				return broken("row %d of %q has %q, which is not described", n+1, k.Name, name)
			}
			if len(k.Columns) > len(k.from.Schema.Fields) {
				line[len(line)-1] = ""
			}
			n++
			if err := do(line); err != nil {
				return err
			}
		}
		if _, err := lines.Token(); err != nil {
			return broken("%q breaks off", k.from.JSON)
		}
		if _, err := io.Copy(io.Discard, both); err != nil {
			return err
		}
		if n != k.Rows || hex.EncodeToString(sum.Sum(nil)) != k.from.SHA256 {
			return broken("%q was changed: it does not hold what it says", k.from.JSON)
		}
		return nil
	})
}

// inDatabase is a value as the database reads it.
func (o *Opened) inDatabase(f field, raw json.RawMessage) (any, error) {
	if raw == nil {
		return nil, errors.New("it is not there")
	}
	if bytes.Equal(raw, []byte("null")) && (f.Type != object || !f.Constraints.Required) {
		return nil, nil
	}
	out := string(raw)
	switch f.Type {
	case whole, number, object:
		return out, nil
	case yesNo:
		switch out {
		case "true":
			return "1", nil
		case "false":
			return "0", nil
		}
		return nil, errors.New("it is neither true nor false")
	}
	if err := json.Unmarshal(raw, &out); err != nil {
		return nil, err
	}
	switch f.Type {
	case moment:
		at, err := time.Parse("2006-01-02T15:04:05.999999Z", out)
		if err != nil {
			return nil, err
		}
		out = at.Format("2006-01-02 15:04:05.000000")
	case picture:
		if !strings.HasPrefix(out, fileFolder) {
			return nil, errors.New("it names no file of the archive")
		}
		var content []byte
		err := o.read(out, func(r io.Reader) (err error) {
			content, err = io.ReadAll(io.LimitReader(r, largestFile))
			return err
		})
		return content, err
	}
	return out, nil
}
